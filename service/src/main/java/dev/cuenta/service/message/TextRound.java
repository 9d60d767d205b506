package dev.cuenta.service.message;

import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.service.job.Job;
import org.springframework.stereotype.Component;

/** Text messages have a thread of their own, as mails have. */
@Component
final class TextRound implements Job {
    private final Postman postman;
    private final TextMessages channel;

    TextRound(Postman postman, TextMessages channel) {
        this.postman = postman;
        this.channel = channel;
    }

    @Override
    public String title() {
        return "Sending text messages";
    }

    @Override
    public void carryOn() {
        postman.deliver(channel, Delivery.TEXT_MESSAGE);
    }
}
