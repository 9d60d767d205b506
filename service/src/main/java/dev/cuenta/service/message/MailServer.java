package dev.cuenta.service.message;

import dev.cuenta.service.Settings;
import jakarta.mail.MessagingException;
import java.time.Clock;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The SMTP server that mails go through, if the installation has one. */
@Component
final class MailServer implements Channel {
    private final @Nullable Smtp smtp;

    MailServer(Settings settings, Clock clock) {
        this.smtp = settings.mail() == null
                ? null
                : new Smtp(settings.mail(), new BoundedSockets(BoundedSockets.WHOLE), clock);
    }

    @Override
    public boolean present() {
        return smtp != null;
    }

    @Override
    public void send(String to, Letter letter) {
        if (smtp == null) {
            throw new IllegalStateException("There is no mail server.");
        }
        try {
            smtp.send(to, letter);
        } catch (MessagingException refused) {
            throw new Undelivered(refused.getClass().getSimpleName());
        }
    }
}
