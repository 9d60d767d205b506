package dev.cuenta.store.schema;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.statement.BriefStatement;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32;

/**
 * What the constraints, indexes and triggers of fields are called, and whose a name is. No two of a model's have the same name: column
 * and table names have no two underscores in a row, so that two of them hold table and column apart, and no rule ends like another.
 */
public final class RuleNames {
    /** Every rule that a field's column can have, as its names end. */
    /** Keeps a value unique within each tenant. */
    public static final String PER_TENANT = "per_tenant";

    static final List<String> RULES = List.of(
            "unique",
            "unique_exact",
            "search",
            "sorted",
            "compared",
            "length",
            "range",
            "options",
            "items",
            "required",
            Shape.REFERENCE,
            PER_TENANT);

    private static final int LONGEST = 63;
    private static final Pattern NUMBERED = Pattern.compile(".+_r(\\d+)(?:_key)?");

    private RuleNames() {}

    /**
     * The name of the field's rule.
     *
     * @param rule one of the {@link #RULES}
     */
    public static String of(Field field, String rule) {
        return fitting(prefix(field) + rule);
    }

    /** Of the index that keeps the field's values unique. */
    static String unique(Field field) {
        return of(field, field.limits().caseExact() ? "unique_exact" : "unique");
    }

    private static String prefix(Field field) {
        String profile = field.path().profile();
        return Shape.table(profile) + (profile == null ? "_" : "__") + Shape.column(field) + "_";
    }

    /** The same while a revision is published, beside what has the name until then. */
    public static String numbered(String name, int revision) {
        String number = "_r" + revision;
        return shortened(name, LONGEST - number.length()) + number;
    }

    /** Which of the rules it is; empty for a name that is none of the field's. */
    public static Optional<String> ruleOf(Field field, String name) {
        Matcher numbered = NUMBERED.matcher(name);
        return RULES.stream()
                .filter(rule -> is(name, of(field, rule))
                        || (numbered.matches()
                                && is(name, numbered(of(field, rule), Integer.parseInt(numbered.group(1))))))
                .findFirst();
    }

    /** By itself, or as the key of the table that keeps values apart within tenants. */
    private static boolean is(String name, String rule) {
        return name.equals(rule) || name.equals(key(rule));
    }

    /** What the key of a table is called that has the rule's name. */
    static String key(String rule) {
        return fitting(rule + "_key");
    }

    /** Whose the name is; empty for a name that is nobody's. */
    public static Optional<Field> fieldOf(String name, AccountModel model) {
        return model.fields().values().stream()
                .filter(field -> ruleOf(field, name).isPresent())
                .findFirst();
    }

    /** What brings names that an earlier version gave to those of now. */
    public static List<BriefStatement> owed(AccountModel model, Catalogue catalogue) {
        Map<String, BriefStatement> renamings = catalogue.renamings();
        List<BriefStatement> owed = new ArrayList<>();
        for (Field field : model.fields().values()) {
            String former = Shape.table(field.path().profile()) + "_" + Shape.column(field) + "_";
            for (String rule : RULES) {
                String name = of(field, rule);
                BriefStatement statement = renamings.get(fitting(former + rule));
                if (statement != null && !fitting(former + rule).equals(name)) {
                    owed.add(statement.with(Shape.quoted(name)));
                }
            }
        }
        return owed;
    }

    /** PostgreSQL cuts names after 63 bytes; a checksum keeps what was cut apart. */
    public static String fitting(String name) {
        return shortened(name, LONGEST);
    }

    private static String shortened(String name, int longest) {
        if (name.length() <= longest) {
            return name;
        }
        CRC32 checksum = new CRC32();
        checksum.update(name.getBytes(StandardCharsets.UTF_8));
        return name.substring(0, longest - 9) + "_" + String.format("%08x", checksum.getValue());
    }
}
