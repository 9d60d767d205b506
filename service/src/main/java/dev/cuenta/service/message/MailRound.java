package dev.cuenta.service.message;

import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.service.job.Job;
import org.springframework.stereotype.Component;

/** Mails have a thread of their own: what carries them may be silent for a while. */
@Component
final class MailRound implements Job {
    private final Postman postman;
    private final MailServer channel;

    MailRound(Postman postman, MailServer channel) {
        this.postman = postman;
        this.channel = channel;
    }

    @Override
    public String title() {
        return "Sending mails";
    }

    @Override
    public void carryOn() {
        postman.deliver(channel, Delivery.MAIL);
    }
}
