package dev.cuenta.core.adoption;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.revision.Conversion;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import dev.cuenta.core.type.Outcome;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A row's values as the model's fields read them.
 *
 * @param values typed; defaults where the row says nothing
 * @param inTenant what the account is to have in its tenant
 * @param leftOut values that do not fit an optional field
 * @param missing why the row cannot be an account: a required value that is not there or does not fit
 */
public record AdoptedValues(
        Map<FieldPath, Object> values,
        Map<FieldPath, Object> inTenant,
        List<Violation> leftOut,
        List<Violation> missing) {
    private static final Set<String> YES = Set.of("t", "y", "yes", "1", "true");
    private static final Pattern DAY = Pattern.compile("\\d{4}-\\d\\d-\\d\\d");
    private static final Pattern HOURS_OFF = Pattern.compile("[+-]\\d\\d$");
    private static final Pattern NO_ZONE = Pattern.compile("T\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?$");
    private static final Set<String> NO = Set.of("f", "n", "no", "0", "false");

    /** Reads values that are named by field. */
    public static AdoptedValues of(AccountModel model, Kind kind, Map<String, Object> given) {
        Map<FieldPath, Object> values = new LinkedHashMap<>();
        Map<FieldPath, Object> inTenant = new LinkedHashMap<>();
        List<Violation> leftOut = new ArrayList<>();
        List<Violation> missing = new ArrayList<>();
        List<Field> fields = model.fieldsOf(kind).stream().filter(Field::stored).toList();
        for (Field field : fields) {
            Object raw = given.get(field.path().toString());
            Outcome outcome = raw == null
                    ? Outcome.refused("required", "`" + field.path() + "` is required.")
                    : read(raw, field.type(), field.limits());
            Object value = outcome.value().orElse(field.defaultValue());
            if (value != null) {
                (field.withinTenant() ? inTenant : values).put(field.path(), value);
            }
            outcome.refusal()
                    .map(refusal -> new Violation(field.path().pointer(), refusal.code(), refusal.detail()))
                    .filter(violation -> raw != null || (field.required() && value == null))
                    .ifPresent((field.required() && value == null ? missing : leftOut)::add);
        }
        given.keySet().stream()
                .filter(name -> fields.stream()
                        .noneMatch(field -> field.path().toString().equals(name)))
                .forEach(name -> leftOut.add(new Violation(
                        FieldPath.parse(name).pointer(),
                        "unknown",
                        "The live model has no field `" + name + "` for the kind `" + kind.name() + "`.")));
        return new AdoptedValues(values, inTenant, leftOut, missing);
    }

    /** As the type reads it; what other programs write for yes and no, and for moments, is understood. */
    static Outcome read(Object raw, FieldType type, Limits limits) {
        if (type.isMany()) {
            return type.read(raw instanceof List<?> list ? list : List.of(raw), limits);
        }
        Column.Kind kind = type.column(limits).kind();
        if (kind == Column.Kind.JSON) {
            return type.read(raw, limits);
        }
        String text = raw.toString().strip();
        return switch (kind) {
            case BOOLEAN -> type.read(truth(raw, text), limits);
            case TIMESTAMP -> type.read(iso(text), limits);
            case DATE -> type.read(text.length() > 10 && text.charAt(10) == 'T' ? text.substring(0, 10) : text, limits);
            default -> type.read(Conversion.raw(raw instanceof String ? text : raw, kind), limits);
        };
    }

    /** The moment that a text of another program means; empty for one that means none. */
    public static Optional<Instant> moment(String text) {
        return read(text, FieldTypes.require("dateTime"), Limits.NONE).value().map(Instant.class::cast);
    }

    /**
     * When a value was confirmed.
     *
     * @param text a moment, or what other programs write for yes and no
     * @param otherwise for a text that only says that it was
     * @return empty for a value that was not confirmed, or where that cannot be told
     */
    public static Optional<Instant> confirmed(String text, Instant otherwise) {
        return truth(text, text.strip()) instanceof Boolean was
                ? Optional.of(otherwise).filter(moment -> was)
                : moment(text);
    }

    private static Object truth(Object raw, String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        if (YES.contains(lower)) {
            return true;
        }
        if (NO.contains(lower)) {
            return false;
        }
        return raw;
    }

    /** A moment without a zone is taken as UTC, and a day as its beginning. */
    private static String iso(String text) {
        String iso =
                text.length() > 10 && text.charAt(10) == ' ' ? text.substring(0, 10) + "T" + text.substring(11) : text;
        if (DAY.matcher(iso).matches()) {
            return iso + "T00:00:00Z";
        }
        if (HOURS_OFF.matcher(iso).find()) {
            return iso + ":00";
        }
        return NO_ZONE.matcher(iso).find() ? iso + "Z" : iso;
    }
}
