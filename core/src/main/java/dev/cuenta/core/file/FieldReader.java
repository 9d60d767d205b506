package dev.cuenta.core.file;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Presentation;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads one field's declaration. */
final class FieldReader {
    private static final Set<String> LIMIT_KEYS = Set.of(
            "minLength",
            "maxLength",
            "min",
            "max",
            "precision",
            "scale",
            "options",
            "pattern",
            "caseExact",
            "maxItems",
            "maxBytes",
            "keep");
    private static final int LONGEST_TEXT = 1_000_000;
    private static final int DEFAULT_STRING_LENGTH = 255;
    private static final int MOST_ITEMS = 1000;
    private static final long MOST_BYTES = 1024 * 1024;
    private static final long MOST_PICTURE_BYTES = 20 * 1024 * 1024;
    private static final int MOST_KEPT = 50;

    /** What a computed field cannot have: nobody gives it a value. */
    private static final Set<String> NOT_FOR_COMPUTED = Set.of(
            "required",
            "default",
            "existing",
            "uniqueness",
            "signIn",
            "write",
            "mutability",
            "search",
            "formerly",
            "erase");

    private static final Set<String> NOT_FOR_PICTURES =
            Set.of("required", "default", "existing", "uniqueness", "signIn", "search", "erase");

    /** An expression as it stands in the file; it can be read when all fields are known. */
    record Written(FieldPath field, Use use, Element element) {}

    /** What a field's expression is for. A template is one in which fields stand in braces. */
    enum Use {
        COMPUTE,
        TEMPLATE,
        EXISTING
    }

    private final List<Written> expressions = new ArrayList<>();
    private final Set<Party> readByDefault;
    private final Set<Party> writeByDefault;

    FieldReader(Set<Party> readByDefault, Set<Party> writeByDefault) {
        this.readByDefault = readByDefault;
        this.writeByDefault = writeByDefault;
    }

    /** Empty when the field's type is not known: nothing else about it can be judged then. */
    Optional<Field> read(FieldPath path, Element element) {
        return element.section()
                .flatMap(section -> type(section).map(type -> read(path, manyIfSaid(type, section), section)));
    }

    private static Optional<FieldType> type(Section section) {
        Optional<Element> element = section.require("type", "Say what it holds, such as `type: string`.");
        Optional<String> name = element.flatMap(Element::text);
        Optional<FieldType> type = name.flatMap(FieldTypes::named);
        if (name.isPresent() && type.isEmpty()) {
            String given = name.get();
            element.orElseThrow()
                    .report(
                            FindingCode.UNKNOWN_REFERENCE,
                            "There is no type `" + given + "`.",
                            Nearest.advice(given, new TreeSet<>(FieldTypes.names())));
        }
        return type;
    }

    private static FieldType manyIfSaid(FieldType type, Section section) {
        Optional<Element> many = section.take("multiValued");
        if (many.flatMap(Element::flag).orElse(false)) {
            if (type.many().isEmpty()) {
                many.get()
                        .report(
                                FindingCode.UNKNOWN_KEY,
                                "`multiValued` means nothing for the type " + type + ".",
                                "Take it out.");
            }
            return type.many().orElse(type);
        }
        return type;
    }

    private Field read(FieldPath path, FieldType type, Section section) {
        Limits limits = limits(type, section);
        Optional<Element> compute = section.take("compute");
        compute.ifPresent(element -> expressions.add(new Written(path, Use.COMPUTE, element)));
        Optional<Element> template = template(type, section);
        template.ifPresent(element -> expressions.add(new Written(path, Use.TEMPLATE, element)));
        boolean computed = compute.isPresent() || template.isPresent();
        if (computed) {
            section.notHere(NOT_FOR_COMPUTED, "means nothing for a field that is computed.");
        } else if (type.isPicture()) {
            section.notHere(NOT_FOR_PICTURES, "means nothing for a picture: it is uploaded by itself.");
        }
        Field field = new Field(
                path,
                type,
                limits,
                formerly(section),
                section.take("required").flatMap(Element::flag).orElse(false),
                value("default", type, limits, section),
                existing(path, type, limits, section),
                null,
                null,
                uniqueness(section),
                section.take("signIn").flatMap(Element::flag).orElse(false),
                section.take("search").flatMap(Element::flag).orElse(false),
                section.take("returned")
                        .flatMap(element -> element.oneOf(Returned.class))
                        .orElse(Returned.DEFAULT),
                computed ? Mutability.READ_ONLY : mutability(section),
                sensitivity(section),
                parties("read", section).orElse(readByDefault),
                computed ? Set.of() : parties("write", section).orElse(writeByDefault),
                value("erase", type, limits, section),
                presentation(path, section));
        section.notSupported("confirm");
        section.refuseOthers();
        return field;
    }

    /** What a code of the type qr says. */
    private static Optional<Element> template(FieldType type, Section section) {
        if (type.name().equals("qr")) {
            section.notHere(Set.of("compute"), "means nothing for the type qr: it is made from `of`.");
            return section.require("of", "Say what the code holds, such as `of: 'https://marea.example/people/{id}'`.");
        }
        section.notHere(Set.of("of"), "means nothing for the type " + type + ".");
        return Optional.empty();
    }

    /** The expressions of all fields that were read. */
    List<Written> expressions() {
        return expressions;
    }

    private static Mutability mutability(Section section) {
        return section.take("mutability")
                .flatMap(element -> element.oneOf(Mutability.class))
                .orElse(Mutability.READ_WRITE);
    }

    private static Presentation presentation(FieldPath path, Section section) {
        return new Presentation(
                section.take("label").flatMap(Element::text).orElse(Names.label(path.name())),
                section.take("description").flatMap(Element::text).orElse(""),
                section.take("group").flatMap(Element::text).orElse(""),
                orElse(whole("order", section, -1000, 1000, null), 0));
    }

    private static @Nullable String formerly(Section section) {
        Optional<Element> element = section.take("formerly");
        Optional<String> name = element.flatMap(Element::text);
        if (name.filter(given -> !given.matches("[a-z][a-zA-Z0-9]{0,39}")).isPresent()) {
            element.orElseThrow()
                    .report(
                            FindingCode.BAD_NAME,
                            "`formerly` is the field's earlier name in the same group, not `" + name.get() + "`.",
                            "Write the name alone. A field that moves to another profile is a new field.");
            return null;
        }
        return name.orElse(null);
    }

    static Optional<Set<Party>> parties(String key, Section section) {
        return section.take(key)
                .map(element -> element.texts().stream().map(Party::new).collect(Collectors.toSet()));
    }

    private static Uniqueness uniqueness(Section section) {
        Optional<Element> element = section.take("uniqueness");
        if (element.flatMap(Element::scalar).filter("tenant"::equals).isPresent()) {
            element.get()
                    .report(
                            FindingCode.NOT_SUPPORTED,
                            "`uniqueness: tenant` is not supported yet.",
                            "Use `server` or `none`.");
            return Uniqueness.NONE;
        }
        return element.flatMap(given -> given.oneOf(Uniqueness.class)).orElse(Uniqueness.NONE);
    }

    private static Sensitivity sensitivity(Section section) {
        Optional<Element> element = section.take("sensitivity");
        if (element.flatMap(Element::scalar).filter("secret"::equals).isPresent()) {
            element.get()
                    .report(
                            FindingCode.NOT_SUPPORTED,
                            "`sensitivity: secret` is not supported yet: the value would not be encrypted.",
                            "Use `personal` with `returned: never`, or leave the field out for now.");
            return Sensitivity.PERSONAL;
        }
        return element.flatMap(given -> given.oneOf(Sensitivity.class)).orElse(Sensitivity.OPEN);
    }

    private static Limits limits(FieldType type, Section section) {
        Set<String> others = new TreeSet<>(LIMIT_KEYS);
        others.removeAll(type.limitKeys());
        section.notHere(others, "means nothing for the type " + type + ".");
        Set<String> keys = type.limitKeys();
        Limits limits = new Limits(
                keys.contains("minLength") ? whole("minLength", section, 0, LONGEST_TEXT, null) : null,
                keys.contains("maxLength") ? whole("maxLength", section, 1, LONGEST_TEXT, defaultLength(type)) : null,
                keys.contains("min") ? decimal("min", section) : null,
                keys.contains("max") ? decimal("max", section) : null,
                keys.contains("precision")
                        ? orElse(whole("precision", section, 1, 100, null), Limits.DEFAULT_PRECISION)
                        : 0,
                keys.contains("scale") ? orElse(whole("scale", section, 0, 50, null), Limits.DEFAULT_SCALE) : 0,
                keys.contains("options") ? options(section) : List.of(),
                keys.contains("pattern") ? pattern(section) : null,
                keys.contains("caseExact")
                        && section.take("caseExact").flatMap(Element::flag).orElse(false),
                keys.contains("maxItems")
                        ? orElse(whole("maxItems", section, 1, MOST_ITEMS, null), Limits.DEFAULT_ITEMS)
                        : 0,
                keys.contains("maxBytes") ? bytes(type, section) : 0,
                keys.contains("keep") ? orElse(whole("keep", section, 0, MOST_KEPT, null), 0) : 0);
        checkOrder(limits, section);
        return limits;
    }

    private static @Nullable Integer defaultLength(FieldType type) {
        return type.name().equals("string") ? DEFAULT_STRING_LENGTH : null;
    }

    private static int orElse(@Nullable Integer given, int otherwise) {
        return given == null ? otherwise : given;
    }

    private static @Nullable Integer whole(
            String key, Section section, int least, int most, @Nullable Integer otherwise) {
        Optional<Integer> given = section.take(key).flatMap(element -> element.whole(least, most));
        return given.isPresent() ? given.get() : otherwise;
    }

    private static @Nullable BigDecimal decimal(String key, Section section) {
        return section.take(key).flatMap(Element::decimal).orElse(null);
    }

    private static List<String> options(Section section) {
        List<String> options = section.require("options", "List what can be chosen, such as `options: [day, night]`.")
                .map(Element::texts)
                .orElse(List.of());
        if (options.size() != Set.copyOf(options).size()) {
            section.take("options")
                    .ifPresent(element -> element.report(
                            FindingCode.BAD_VALUE, "An option stands in the list twice.", "Take one of them out."));
        }
        return options.isEmpty() ? List.of("") : options.stream().distinct().toList();
    }

    private static @Nullable String pattern(Section section) {
        Optional<Element> element = section.take("pattern");
        Optional<String> pattern = element.flatMap(Element::text);
        try {
            pattern.ifPresent(Pattern::compile);
            return pattern.orElse(null);
        } catch (PatternSyntaxException refused) {
            element.orElseThrow()
                    .report(
                            FindingCode.BAD_VALUE,
                            "The pattern cannot be read: " + refused.getMessage() + ".",
                            "Patterns are RE2 expressions; back-references and look-around are not part of them.");
            return null;
        }
    }

    private static int bytes(FieldType type, Section section) {
        long most = type.isPicture() ? MOST_PICTURE_BYTES : MOST_BYTES;
        return section.take("maxBytes")
                .flatMap(element -> Sizes.bytes(element, 16, most, type.isPicture() ? "2 MiB" : "16 KiB"))
                .map(Long::intValue)
                .orElse(type.isPicture() ? Limits.DEFAULT_PICTURE_BYTES : Limits.DEFAULT_BYTES);
    }

    private static void checkOrder(Limits limits, Section section) {
        boolean lengths =
                limits.minLength() != null && limits.maxLength() != null && limits.minLength() > limits.maxLength();
        boolean range =
                limits.min() != null && limits.max() != null && limits.min().compareTo(limits.max()) > 0;
        if (lengths || range || limits.scale() > Math.max(limits.precision(), 0)) {
            section.take("type")
                    .ifPresent(element -> element.report(
                            FindingCode.BAD_VALUE,
                            "The limits leave no value possible.",
                            "Make the lower limit the smaller one."));
        }
    }

    private @Nullable Object existing(FieldPath path, FieldType type, Limits limits, Section section) {
        Optional<Element> element = section.take("existing");
        if (element.filter(Element::isGroup).isEmpty()) {
            return value("existing", type, limits, section);
        }
        Section group = element.get().section().orElseThrow();
        Object value = value("value", type, limits, group);
        group.take("from").ifPresent(from -> expressions.add(new Written(path, Use.EXISTING, from)));
        group.refuseOthers();
        return value;
    }

    private static @Nullable Object value(String key, FieldType type, Limits limits, Section section) {
        Optional<Element> element = section.take(key);
        Optional<Object> raw = element.flatMap(Element::plain);
        if (raw.isEmpty()) {
            return null;
        }
        var outcome = type.read(raw.get(), limits);
        outcome.refusal()
                .ifPresent(refusal -> element.get()
                        .report(
                                FindingCode.BAD_VALUE,
                                "`" + key + "` does not fit the field: " + refusal.detail(),
                                "Give a value that the field itself would accept."));
        return outcome.value().orElse(null);
    }
}
