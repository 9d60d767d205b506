package dev.cuenta.core.type;

import com.google.re2j.Pattern;
import java.util.Optional;

/** A telephone number in international form (ITU-T E.164): a plus and up to 15 digits. */
final class PhoneType extends TextualType {
    private static final Pattern FORM = Pattern.compile("\\+[1-9][0-9]{6,14}");
    private static final Pattern PUNCTUATION = Pattern.compile("[ ()./-]");

    PhoneType() {
        super("phone");
    }

    @Override
    Outcome readText(String text) {
        String digits = PUNCTUATION.matcher(text).replaceAll("");
        return FORM.matches(digits)
                ? Outcome.accepted(digits)
                : Outcome.refused("phone", "Is not a telephone number with its country code, such as +44 7700 900123.");
    }

    @Override
    public Optional<Delivery> delivery() {
        return Optional.of(Delivery.TEXT_MESSAGE);
    }

    @Override
    public boolean tellsWho() {
        return true;
    }

    @Override
    public boolean hasForm() {
        return true;
    }

    @Override
    public String identifier() {
        return "+34600000000";
    }

    @Override
    public FormControl control() {
        return FormControl.TEL;
    }

    /** From the range that Ofcom keeps free for fiction. */
    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return "+447700900" + String.format("%03d", words.between(0, 999));
    }
}
