package dev.cuenta.service.message;

import dev.cuenta.service.Settings;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Properties;
import org.jspecify.annotations.Nullable;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;

/** The SMTP server that mails go through, if the installation has one. */
@Component
final class MailServer implements Channel {
    private static final String PATIENCE_MILLIS = "10000";

    private final Settings.@Nullable Mail settings;
    private final @Nullable JavaMailSenderImpl sender;

    MailServer(Settings settings) {
        this.settings = settings.mail();
        this.sender = this.settings == null ? null : sender(this.settings);
    }

    private static JavaMailSenderImpl sender(Settings.Mail settings) {
        URI server = settings.server();
        boolean secure = server.getScheme().equals("smtps");
        JavaMailSenderImpl sender = new JavaMailSenderImpl();
        sender.setProtocol(server.getScheme());
        sender.setHost(server.getHost());
        sender.setPort(server.getPort() > 0 ? server.getPort() : secure ? 465 : 587);
        sender.setUsername(settings.user());
        sender.setPassword(settings.password());
        sender.setDefaultEncoding(StandardCharsets.UTF_8.name());
        Properties properties = sender.getJavaMailProperties();
        String prefix = "mail." + server.getScheme() + ".";
        properties.setProperty(prefix + "auth", String.valueOf(settings.user() != null));
        properties.setProperty(prefix + "starttls.enable", "true");
        properties.setProperty(prefix + "allow8bitmime", "true");
        for (String wait : new String[] {"connectiontimeout", "timeout", "writetimeout"}) {
            properties.setProperty(prefix + wait, PATIENCE_MILLIS);
        }
        return sender;
    }

    @Override
    public boolean present() {
        return sender != null;
    }

    @Override
    public void send(String to, Letter letter) {
        if (settings == null || sender == null) {
            throw new IllegalStateException("There is no mail server.");
        }
        SimpleMailMessage mail = new SimpleMailMessage();
        mail.setFrom(settings.from());
        mail.setTo(to);
        mail.setSubject(letter.subject());
        mail.setText(letter.text());
        try {
            sender.send(mail);
        } catch (MailException refused) {
            throw new Undelivered(refused.getClass().getSimpleName());
        }
    }
}
