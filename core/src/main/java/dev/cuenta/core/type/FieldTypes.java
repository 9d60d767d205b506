package dev.cuenta.core.type;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** All the types there are, by the name that model files use. */
public final class FieldTypes {
    private static final Map<String, FieldType> BY_NAME = byName(List.of(
            new StringType(),
            new TextType(),
            new EmailType(),
            new PhoneType(),
            new UrlType(),
            new IntegerType(),
            new DecimalType(),
            new BooleanType(),
            new DateType(),
            new DateTimeType(),
            new ChoiceType(),
            new JsonType(),
            new ImageType(),
            new QrType(),
            new AccountType()));

    private static final int MOST_PLACES = 1000;

    private FieldTypes() {}

    public static Optional<FieldType> named(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }

    public static Set<String> names() {
        return BY_NAME.keySet();
    }

    /** The type that must be there, for attributes that Cuenta itself declares. */
    public static FieldType require(String name) {
        return named(name).orElseThrow();
    }

    /** Whether a number of a few letters, such as 1e999999999, would take a gigabyte written out: no type takes it. */
    public static boolean isHuge(BigDecimal number) {
        return Math.abs((long) number.scale()) > MOST_PLACES;
    }

    private static Map<String, FieldType> byName(List<FieldType> types) {
        Map<String, FieldType> byName = new LinkedHashMap<>();
        types.forEach(type -> byName.put(type.name(), type));
        return byName;
    }
}
