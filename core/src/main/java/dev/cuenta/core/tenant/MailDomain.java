package dev.cuenta.core.tenant;

import java.net.IDN;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What stands behind the `@` of a mail address (RFC 5321, section 2.3.5): small letters, and labels of other scripts as mail servers
 * spell them (RFC 5890, section 2.3.2.1), so that one domain has one form.
 */
public record MailDomain(String text) {
    private static final int LONGEST = 253;
    private static final String LABEL = "[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?";

    /** Two labels at least, of which the last is no number: so no address of a machine. */
    private static final Pattern FORM = Pattern.compile("(" + LABEL + "\\.)+(?![0-9]+$)" + LABEL);

    /** The domain that the text spells; empty where it spells none. */
    public static Optional<MailDomain> parse(String text) {
        String plain = text.strip();
        if (plain.length() > LONGEST) {
            return Optional.empty();
        }
        try {
            String ascii = IDN.toASCII(plain).toLowerCase(Locale.ROOT);
            return FORM.matcher(ascii).matches() && ascii.length() <= LONGEST
                    ? Optional.of(new MailDomain(ascii))
                    : Optional.empty();
        } catch (IllegalArgumentException unspellable) {
            return Optional.empty();
        }
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
