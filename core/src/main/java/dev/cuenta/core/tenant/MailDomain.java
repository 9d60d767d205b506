package dev.cuenta.core.tenant;

import dev.cuenta.core.type.DomainName;
import java.util.Optional;

/** What stands behind the `@` of a mail address (RFC 5321, section 2.3.5), in the form in which mails are sent there. */
public record MailDomain(String text) {
    /** The domain that the text spells; empty where it spells none. */
    public static Optional<MailDomain> parse(String text) {
        return DomainName.parse(text.strip()).map(domain -> new MailDomain(domain.ascii()));
    }

    /** Of a mail address. */
    public static Optional<MailDomain> of(String address) {
        return parse(address.substring(address.lastIndexOf('@') + 1));
    }

    @Override
    public String toString() {
        return text;
    }
}
