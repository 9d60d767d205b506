package dev.cuenta.service.message;

import dev.cuenta.core.type.DomainName;
import dev.cuenta.service.Settings;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.Date;
import java.util.Properties;
import org.eclipse.angus.mail.smtp.SMTPTransport;

/**
 * One conversation with an SMTP server for each mail. A domain goes out as A-labels; a local part beyond ASCII goes to a server that takes
 * it (SMTPUTF8, RFC 6531) and to no other, for what becomes of its letters elsewhere is somebody else's address.
 */
final class Smtp {
    private static final String PATIENCE_MILLIS = "10000";

    private final Settings.Mail settings;
    private final InstantSource clock;
    private final Session plain;
    private final Session unicode;

    Smtp(Settings.Mail settings, BoundedSockets sockets, InstantSource clock) {
        this.settings = settings;
        this.clock = clock;
        this.plain = session(settings, sockets, false);
        this.unicode = session(settings, sockets, true);
    }

    private static Session session(Settings.Mail settings, BoundedSockets sockets, boolean unicode) {
        String scheme = settings.server().getScheme();
        Properties properties = new Properties();
        String prefix = "mail." + scheme + ".";
        properties.setProperty(prefix + "auth", String.valueOf(settings.user() != null));
        properties.setProperty(prefix + "starttls.enable", "true");
        properties.setProperty(prefix + "allow8bitmime", "true");
        properties.setProperty("mail.mime.allowutf8", String.valueOf(unicode));
        for (String wait : new String[] {"connectiontimeout", "timeout", "writetimeout"}) {
            properties.setProperty(prefix + wait, PATIENCE_MILLIS);
        }
        properties.put(prefix + "socketFactory", sockets);
        properties.setProperty(prefix + "socketFactory.fallback", "false");
        return Session.getInstance(properties);
    }

    /** Gives the letter to the server. */
    void send(String to, Letter letter) throws MessagingException {
        InternetAddress address = onTheWire(to);
        boolean beyondAscii = !isAscii(address.getAddress());
        Session session = beyondAscii ? unicode : plain;
        MimeMessage mail = new MimeMessage(session);
        mail.setFrom(from());
        mail.setRecipient(Message.RecipientType.TO, address);
        mail.setSubject(letter.subject(), StandardCharsets.UTF_8.name());
        mail.setText(letter.text(), StandardCharsets.UTF_8.name());
        mail.setSentDate(Date.from(clock.instant()));
        mail.saveChanges();
        URI server = settings.server();
        try (Transport transport = session.getTransport(server.getScheme())) {
            transport.connect(server.getHost(), port(server), settings.user(), settings.password());
            if (beyondAscii && !((SMTPTransport) transport).supportsExtension("SMTPUTF8")) {
                throw new MessagingException("The server takes no addresses beyond ASCII.");
            }
            transport.sendMessage(mail, new InternetAddress[] {address});
        }
    }

    private static int port(URI server) {
        int usual = server.getScheme().equals("smtps") ? 465 : 587;
        return server.getPort() > 0 ? server.getPort() : usual;
    }

    private InternetAddress from() throws MessagingException {
        InternetAddress from = new InternetAddress(settings.from());
        from.setAddress(onTheWire(from.getAddress()).getAddress());
        return from;
    }

    private static InternetAddress onTheWire(String address) {
        int at = address.lastIndexOf('@');
        InternetAddress wire = new InternetAddress();
        wire.setAddress(DomainName.parse(address.substring(at + 1))
                .map(domain -> address.substring(0, at + 1) + domain.ascii())
                .orElse(address));
        return wire;
    }

    private static boolean isAscii(String text) {
        return StandardCharsets.US_ASCII.newEncoder().canEncode(text);
    }
}
