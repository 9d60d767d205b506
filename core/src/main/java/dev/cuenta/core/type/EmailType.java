package dev.cuenta.core.type;

import com.google.re2j.Pattern;
import java.util.Map;
import java.util.Optional;

/** An address as RFC 5321 allows it without quoting; at most 254 characters (RFC 5321 section 4.5.3.1.3). */
final class EmailType extends TextualType {
    private static final Pattern FORM = Pattern.compile(
            "[\\pL\\pN!#$%&'*+/=?^_`{|}~-]+(\\.[\\pL\\pN!#$%&'*+/=?^_`{|}~-]+)*@([\\pL\\pN]([\\pL\\pN-]{0,61}[\\pL\\pN])?\\.)+[\\pL]{2,63}");
    private static final int LONGEST = 254;

    EmailType() {
        super("email");
    }

    @Override
    Outcome readText(String text) {
        return text.length() <= LONGEST && FORM.matches(text)
                ? Outcome.accepted(text)
                : Outcome.refused("email", "Is not an email address, such as ines@marea.example.");
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
