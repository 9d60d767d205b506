package dev.cuenta.core.type;

import com.ibm.icu.text.IDNA;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The name of a domain, in any script. Its one form is that of the wire: A-labels, as UTS 46 makes them without transition (so that
 * {@code straße} is not {@code strasse}), and small letters.
 *
 * @param ascii at most 253 characters (RFC 1035, section 2.3.4)
 */
public record DomainName(String ascii) {
    private static final IDNA UTS46 = IDNA.getUTS46Instance(IDNA.NONTRANSITIONAL_TO_ASCII
            | IDNA.NONTRANSITIONAL_TO_UNICODE
            | IDNA.USE_STD3_RULES
            | IDNA.CHECK_BIDI
            | IDNA.CHECK_CONTEXTJ);
    private static final int LONGEST = 253;
    private static final String LABEL = "[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?";

    /** Two labels at least, of which the last is no number: so no address of a machine. */
    private static final Pattern FORM = Pattern.compile("(" + LABEL + "\\.)+(?![0-9]+$)" + LABEL);

    /** Empty where the text names no domain. */
    public static Optional<DomainName> parse(String text) {
        if (text.length() > LONGEST) {
            return Optional.empty();
        }
        IDNA.Info info = new IDNA.Info();
        String ascii = UTS46.nameToASCII(text, new StringBuilder(), info).toString();
        return !info.hasErrors()
                        && ascii.length() <= LONGEST
                        && FORM.matcher(ascii).matches()
                ? Optional.of(new DomainName(ascii))
                : Optional.empty();
    }

    /** In its own script. */
    public String shown() {
        return UTS46.nameToUnicode(ascii, new StringBuilder(), new IDNA.Info()).toString();
    }
}
