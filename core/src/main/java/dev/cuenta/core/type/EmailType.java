package dev.cuenta.core.type;

import com.google.re2j.Pattern;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;

/**
 * An address as RFC 5321 allows it without quoting, in any script (RFC 6531); at most 254 bytes as it is sent (RFC 5321 section
 * 4.5.3.1.3). Its domain is kept in its own script, and written otherwise only where that was not ASCII.
 */
final class EmailType extends TextualType {
    private static final String ATOM = "[\\pL\\pM\\pN!#$%&'*+/=?^_`{|}~-]+";
    private static final Pattern LOCAL = Pattern.compile(ATOM + "(\\." + ATOM + ")*");
    private static final Pattern TOP = Pattern.compile(".*\\.[a-z][a-z0-9-]*[a-z0-9]");
    private static final Pattern ASCII = Pattern.compile("[\\x21-\\x7e]*");
    private static final int LONGEST = 254;
    private static final int LONGEST_LOCAL = 64;

    EmailType() {
        super("email");
    }

    @Override
    Outcome readText(String text) {
        int at = text.lastIndexOf('@');
        String local = text.substring(0, Math.max(0, at));
        String domain = text.substring(at + 1);
        return DomainName.parse(domain)
                .filter(name -> at > 0 && LOCAL.matches(local) && TOP.matches(name.ascii()))
                .filter(name -> bytes(local) <= LONGEST_LOCAL
                        && bytes(local) + 1 + name.ascii().length() <= LONGEST)
                .map(name -> Outcome.accepted(local + '@' + kept(domain, name)))
                .orElseGet(() -> Outcome.refused("email", "Is not an email address, such as ines@marea.example."));
    }

    private static String kept(String written, DomainName name) {
        boolean plain = ASCII.matches(written) && !name.ascii().contains("xn--");
        return plain ? written : name.shown();
    }

    private static int bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        Map<String, Object> schema = super.schema(limits);
        schema.put("format", "email");
        return schema;
    }

    @Override
    public Optional<Delivery> delivery() {
        return Optional.of(Delivery.MAIL);
    }

    @Override
    public boolean hasForm() {
        return true;
    }

    @Override
    public FormControl control() {
        return FormControl.EMAIL;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return words.handle() + "@post.example";
    }
}
