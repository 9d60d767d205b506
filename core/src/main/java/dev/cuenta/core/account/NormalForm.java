package dev.cuenta.core.account;

import dev.cuenta.core.model.Field;
import java.text.Normalizer;
import java.util.Locale;

/** The form in which identifiers are the same: Unicode NFKC in lower case, as {@code cuenta.normal_form} in the database. */
public final class NormalForm {
    private NormalForm() {}

    public static String of(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
    }

    /** By which values of the field are compared; where capitals count, as they are. */
    public static String of(Field field, String written) {
        return field.limits().caseExact() ? written : of(written);
    }
}
