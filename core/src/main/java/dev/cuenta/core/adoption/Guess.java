package dev.cuenta.core.adoption;

import dev.cuenta.core.model.FieldPath;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What a column seems to be.
 *
 * @param field null for what is no field of an account
 * @param characteristics of the field, as a model file writes them
 * @param why in words, for the comment beside it
 * @param misfits how many values the field would not take
 * @param examples of those
 */
record Guess(
        String column,
        Use use,
        FieldPath field,
        Map<String, String> characteristics,
        String why,
        long misfits,
        List<String> examples) {
    /** What becomes of a column. */
    enum Use {
        FIELD,
        IDENTIFIER,
        ID,
        CREATED,
        LAST_MODIFIED,
        PASSWORD,
        KIND,
        ROLES,
        TENANT,
        CONFIRMED,
        LEFT
    }

    private static final Pattern SECRET =
            Pattern.compile("(.*_)?(secret|token|api_?key|otp|salt|recovery|reset)(_.*)?");
    private static final String NAMES = "((first|last|middle|given|family|full|nick|display|maiden)_?)?names?";
    private static final String REACHED =
            "phone|mobile|telephone|address|street|zip|postcode|city|town|surname|forename";
    private static final Pattern PERSONAL =
            Pattern.compile("(.*_)?(birth|birthday|birthdate|born|dob|iban|tax|passport|email|mail|gender|nationality|"
                    + REACHED + ")(_.*)?|" + NAMES);
    /** What people say of themselves; all else is written by administrators until somebody decides otherwise. */
    private static final Pattern THEIR_OWN = Pattern.compile("(.*_)?(" + REACHED
            + "|bio|about|website|homepage|url|language|locale|time_?zone|theme|newsletter)|" + NAMES);

    private static final Pattern KIND = Pattern.compile("((account|user|member|customer)_)?(kind|type)");
    private static final Pattern ROLES = Pattern.compile("((account|user|member)_)?roles?");
    private static final Pattern TENANT =
            Pattern.compile("(tenant|organi[sz]ation|org|company|workspace|team)(_(name|slug))?");
    private static final Pattern CONFIRMED =
            Pattern.compile("(is_)?((e?_?mail)_)?(is_)?(verified|confirmed|validated)(_(at|on))?");
    private static final Pattern RIGHT =
            Pattern.compile("(is_)?(admin|superuser|staff|root|owner)|role|roles|permissions");
    private static final Set<String> CREATED_NAMES = Set.of(
            "created",
            "created_at",
            "created_on",
            "date_joined",
            "joined_at",
            "registered_at",
            "inserted_at",
            "signed_up_at");
    private static final Set<String> MODIFIED_NAMES =
            Set.of("updated", "updated_at", "modified", "modified_at", "last_modified", "changed_at");
    /** What is longer is a text of several lines. */
    private static final int LONGEST_STRING = 255;

    private static final int LONGEST_TEXT = 10_000;
    private static final int MOST_DIGITS = 38;
    private static final double MOST = 0.95;

    boolean isField() {
        return use == Use.FIELD || use == Use.IDENTIFIER;
    }

    static Guess of(Tally tally, long rows) {
        String name = tally.column().name();
        String bare = snake(name.substring(name.indexOf('.') + 1));
        boolean beside = name.indexOf('.') > 0;
        if (tally.filled() == 0) {
            return left(name, "holds nothing");
        }
        if (tally.column().type() == SourceType.BINARY) {
            return left(name, "holds bytes, which no field takes");
        }
        if (!tally.hashes().isEmpty()) {
            String formats =
                    tally.hashes().keySet().stream().map(Object::toString).collect(Collectors.joining(", "));
            return new Guess(name, Use.PASSWORD, field(name), Map.of(), "password hashes: " + formats, 0, List.of());
        }
        if (!beside && CREATED_NAMES.contains(bare) && isMoment(tally)) {
            return new Guess(name, Use.CREATED, field(name), Map.of(), "when the account was made", 0, List.of());
        }
        if (!beside && MODIFIED_NAMES.contains(bare) && isMoment(tally)) {
            return new Guess(name, Use.LAST_MODIFIED, field(name), Map.of(), "when it changed last", 0, List.of());
        }
        Use own = beside ? Use.FIELD : ofTheAccount(tally, bare);
        if (own != Use.FIELD) {
            return new Guess(name, own, field(name), Map.of(), "of the account itself", 0, List.of());
        }
        return fieldOf(tally, rows, bare);
    }

    /** What a model says of accounts otherwise than by a field. */
    private static Use ofTheAccount(Tally tally, String bare) {
        boolean few = !tally.options().isEmpty();
        boolean text = Set.of(SourceType.TEXT, SourceType.UNKNOWN)
                        .contains(tally.column().type())
                && tally.fits("integer") < tally.filled();
        if (few && text && KIND.matcher(bare).matches()) {
            return Use.KIND;
        }
        if (few && text && ROLES.matcher(bare).matches()) {
            return Use.ROLES;
        }
        if (text && tally.repeated() > 0 && TENANT.matcher(bare).matches()) {
            return Use.TENANT;
        }
        boolean says = isMoment(tally) || tally.fits("boolean") == tally.filled();
        return says && CONFIRMED.matcher(bare).matches() ? Use.CONFIRMED : Use.FIELD;
    }

    private static Guess left(String name, String why) {
        return new Guess(name, Use.LEFT, field(name), Map.of(), why, 0, List.of());
    }

    private static boolean isMoment(Tally tally) {
        return tally.fits("dateTime") == tally.filled() || tally.fits("date") == tally.filled();
    }

    private static Guess fieldOf(Tally tally, long rows, String bare) {
        Map<String, String> characteristics = new LinkedHashMap<>();
        List<String> why = new ArrayList<>();
        String type = type(tally, bare, why);
        characteristics.put("type", type);
        limits(type, tally, characteristics);
        boolean named = bare.matches("(.*_)?(e?_?mail|user_?name|login|handle)(_.*)?");
        boolean mostly = !typed(type) || tally.fits(type) >= tally.filled() * MOST;
        boolean identifier = named
                && Set.of("email", "string").contains(type)
                && tally.filled() == rows
                && mostly
                && tally.repeated() <= tally.filled() * (1 - MOST);
        if (identifier) {
            characteristics.put("required", "true");
            characteristics.put("uniqueness", "server");
            characteristics.put("signIn", "true");
            characteristics.put("write", "[guest, owner, administrator]");
            why.add(
                    tally.distinct()
                            ? "every row has one, and no two the same"
                            : "every row has one; " + tally.repeated() + " repeat another's and will clash");
        } else if (tally.column().unique() && tally.distinct()) {
            characteristics.put("uniqueness", "server");
            why.add("no two rows have the same");
        }
        if (SECRET.matcher(bare).matches()) {
            characteristics.remove("uniqueness");
            characteristics.put("sensitivity", "secret");
            characteristics.put("read", "[administrator]");
            characteristics.put("write", "[administrator]");
            why.add("looks secret: encrypted, and returned only when asked for by name");
        } else if (RIGHT.matcher(bare).matches()) {
            characteristics.put("write", "[administrator]");
            why.add("looks like a right: better a role");
        } else if (PERSONAL.matcher(bare).matches()) {
            characteristics.put("sensitivity", "personal");
        }
        if (THEIR_OWN.matcher(bare).matches()) {
            characteristics.putIfAbsent("write", "[owner, administrator]");
        }
        long misfits = typed(type) ? tally.filled() - tally.fits(type) : 0;
        if (misfits > 0) {
            why.add(misfits + " of " + tally.filled() + " values do not fit");
        }
        return new Guess(
                tally.column().name(),
                identifier ? Use.IDENTIFIER : Use.FIELD,
                field(tally.column().name()),
                characteristics,
                String.join("; ", why),
                misfits,
                misfits > 0 ? tally.misfits(type) : List.of());
    }

    private static String type(Tally tally, String bare, List<String> why) {
        switch (tally.column().type()) {
            case INTEGER -> {
                if (bare.matches("(is|has|can)_.*") && tally.fits("boolean") == tally.filled()) {
                    why.add("only 0 and 1");
                    return "boolean";
                }
                return "integer";
            }
            case DECIMAL -> {
                return "decimal";
            }
            case BOOLEAN -> {
                return "boolean";
            }
            case DATE -> {
                return "date";
            }
            case TIMESTAMP -> {
                return "dateTime";
            }
            case JSON -> {
                return "json";
            }
            default -> {
                return textType(tally, bare, why);
            }
        }
    }

    private static String textType(Tally tally, String bare, List<String> why) {
        for (String type : List.of("email", "url", "date", "dateTime", "integer", "decimal")) {
            boolean mostly = tally.fits(type) >= tally.filled() * MOST
                    && (!type.equals("date") || tally.longest() <= "2021-03-01".length());
            boolean declaredText = tally.column().type() == SourceType.TEXT;
            boolean number = type.equals("integer") || type.equals("decimal");
            // A text of digits may be a number that must keep its zeros: a postcode, a telephone number.
            if (mostly
                    && !(number
                            && (declaredText
                                    || bare.matches(
                                            "(.*_)?(zip|postcode|phone|mobile|telephone|number|code)(_.*)?")))) {
                why.add("every value reads as " + type);
                return type;
            }
        }
        if (tally.fits("email") > tally.filled() / 2 && bare.matches("(.*_)?e?_?mail(_.*)?")) {
            return "email";
        }
        if (tally.fits("phone") >= tally.filled() * MOST
                || (tally.fits("phone") > tally.filled() / 2 && bare.matches("(.*_)?(phone|mobile|telephone)(_.*)?"))) {
            return "phone";
        }
        if (tally.column().type() == SourceType.UNKNOWN && tally.fits("boolean") == tally.filled()) {
            return "boolean";
        }
        // That a sample has few names or towns says nothing of the next row.
        boolean open =
                PERSONAL.matcher(bare).matches() || THEIR_OWN.matcher(bare).matches();
        if (!tally.options().isEmpty() && !open) {
            why.add("a few values come back again and again");
            return "choice";
        }
        return tally.longest() > 255 ? "text" : "string";
    }

    private static boolean typed(String type) {
        return !Set.of("string", "text", "choice", "json").contains(type);
    }

    private static void limits(String type, Tally tally, Map<String, String> characteristics) {
        switch (type) {
            case "string" ->
                characteristics.put("maxLength", String.valueOf(atLeast(tally.longest(), LONGEST_STRING, tally)));
            case "text" ->
                characteristics.put("maxLength", String.valueOf(atLeast(tally.longest(), LONGEST_TEXT, tally)));
            case "decimal" -> {
                SourceColumn column = tally.column();
                boolean declared = column.size() > 0 && column.size() <= MOST_DIGITS && column.scale() > 0;
                characteristics.put("precision", String.valueOf(declared ? column.size() : 18));
                characteristics.put(
                        "scale", String.valueOf(declared ? column.scale() : Math.min(10, Math.max(2, tally.scale()))));
            }
            case "choice" ->
                characteristics.put(
                        "options",
                        tally.options().stream().map(Proposal::quoted).collect(Collectors.joining(", ", "[", "]")));
            default -> {}
        }
    }

    /** As its own program declared it; where that says nothing, with room beyond the longest value of today. */
    private static int atLeast(int longest, int usual, Tally tally) {
        int declared = tally.column().size();
        return declared > 0 && declared >= longest ? declared : Math.max(usual, 2 * longest);
    }

    private static FieldPath field(String column) {
        int dot = column.indexOf('.');
        String name = camelCase(column.substring(dot + 1));
        return new FieldPath(
                dot < 0 ? null : camelCase(column.substring(0, dot)),
                FieldPath.isReserved(name) ? "former" + capital(name) : name);
    }

    static String camelCase(String column) {
        StringBuilder name = new StringBuilder();
        for (String word : snake(column).split("_")) {
            name.append(name.isEmpty() ? word : capital(word));
        }
        String letters = name.toString();
        String usable = letters.matches("[a-z].*") ? letters : "field" + capital(letters);
        return usable.substring(0, Math.min(40, usable.length()));
    }

    private static String capital(String word) {
        return word.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1);
    }

    /** Whatever the source's habit: {@code FirstName}, {@code first-name} and {@code first_name} are the same. */
    private static String snake(String name) {
        return name.replaceAll("([a-z0-9])([A-Z])", "$1_$2")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "_")
                .replaceAll("^_+|_+$", "");
    }
}
