package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Presentation;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Span;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import dev.cuenta.core.type.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads one field's declaration. */
final class FieldReader {
    /** An expression as it stands in the file; it can be read when all fields are known. */
    record Written(FieldPath field, Use use, Element element) {}

    /** What a field's expression is for. A template is one in which fields stand in braces. */
    enum Use {
        COMPUTE,
        TEMPLATE,
        EXISTING
    }

    private static final String SOME_ID = "01990000-0000-7000-8000-000000000000";

    private static final String NAME = "[a-z][a-zA-Z0-9]{0,39}";

    private final List<Written> expressions = new ArrayList<>();
    private final Set<Party> readByDefault;
    private final Set<Party> writeByDefault;

    FieldReader(Set<Party> readByDefault, Set<Party> writeByDefault) {
        this.readByDefault = readByDefault;
        this.writeByDefault = writeByDefault;
    }

    /** For fields of tenants: nobody is a guest or an owner to one. */
    FieldReader ofTenants() {
        return new FieldReader(withoutPersons(readByDefault), withoutPersons(writeByDefault));
    }

    private static Set<Party> withoutPersons(Set<Party> parties) {
        return parties.stream()
                .filter(party -> !party.equals(Party.GUEST) && !party.equals(Party.OWNER))
                .collect(Collectors.toUnmodifiableSet());
    }

    /**
     * The group in which a field stands: the account's own for a null name.
     *
     * @param formerly what it was called
     */
    record Group(@Nullable String name, @Nullable String formerly, boolean withinTenant) {
        static final Group ACCOUNT = new Group(null, null, false);
        static final Group TENANT = new Group(FieldPath.TENANTS, null, false);
    }

    /** Empty when the field's type is not known: nothing else about it can be judged then. */
    Optional<Field> read(String name, Group group, Element element) {
        FieldPath path = new FieldPath(group.name(), name);
        return element.section()
                .flatMap(section -> type(section).map(type -> read(path, manyIfSaid(type, section), group, section)));
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
                                "`multiValued` has no effect on the type " + type + ".",
                                "Take it out.");
            }
            return type.many().orElse(type);
        }
        return type;
    }

    private Field read(FieldPath path, FieldType type, Group group, Section section) {
        if (path.isOfTenant()) {
            section.notHere(FieldKeys.NOT_FOR_TENANTS, "has no effect on a field of tenants.");
        }
        Limits limits = LimitsReader.read(type, section);
        Optional<Element> compute = section.take("compute");
        compute.ifPresent(element -> expressions.add(new Written(path, Use.COMPUTE, element)));
        Optional<Element> template = template(type, section);
        template.ifPresent(element -> expressions.add(new Written(path, Use.TEMPLATE, element)));
        boolean computed = compute.isPresent() || template.isPresent();
        if (computed) {
            section.notHere(FieldKeys.NOT_FOR_COMPUTED, "has no effect on a computed field.");
        } else if (type.isPicture()) {
            section.notHere(
                    FieldKeys.NOT_FOR_PICTURES, "has no effect on a picture: pictures are uploaded separately.");
        }
        Sensitivity sensitivity = sensitivity(section);
        boolean secret = sensitivity == Sensitivity.SECRET;
        if (secret) {
            section.notHere(
                    FieldKeys.NOT_FOR_SECRETS, "has no effect on a secret field: its value cannot be searched.");
        }
        Optional<Element> readers = section.take("read");
        Field field = new Field(
                path,
                group.withinTenant(),
                type,
                limits,
                formerly(path, group.formerly(), section),
                section.take("required").flatMap(Element::flag).orElse(false),
                value("default", type, limits, section),
                existing(path, type, limits, section),
                null,
                null,
                uniqueness(section),
                section.take("signIn").flatMap(Element::flag).orElse(false),
                section.take("search").flatMap(Element::flag).orElse(false),
                section.take("indexed").flatMap(Element::flag).orElse(false),
                section.take("returned")
                        .flatMap(element -> element.oneOf(Returned.class))
                        .orElse(secret ? Returned.REQUEST : Returned.DEFAULT),
                computed ? Mutability.READ_ONLY : mutability(section),
                sensitivity,
                readers.map(FieldReader::parties).orElse(secret ? Set.of() : readByDefault),
                computed ? Set.of() : parties("write", section).orElse(secret ? Set.of() : writeByDefault),
                erase(type, limits, section),
                confirm(type, section),
                presentation(path, section));
        section.refuseOthers();
        if (!field.leaves()) {
            readers.filter(given -> !field.read().isEmpty())
                    .ifPresent(given -> given.report(
                            FindingCode.HIDDEN_WITH_READERS,
                            "`" + path + "` is never returned, and names who reads it.",
                            "Remove `read`, or make the field returnable."));
        }
        return field;
    }

    /** Within which time an address is confirmed; also how long the link is good that is sent to an email. */
    private static @Nullable Span confirm(FieldType type, Section section) {
        if (type.delivery().isEmpty() || type.isMany()) {
            section.notHere(Set.of("confirm"), "has no effect on the type " + type + ": nothing can be sent there.");
            return null;
        }
        Optional<Element> element = section.take("confirm");
        Optional<Span> span = element.flatMap(Element::text).flatMap(Span::parse);
        if (element.isPresent() && span.isEmpty()) {
            element.get().report(FindingCode.BAD_VALUE, "`confirm` must be an ISO 8601 duration.", "Write it as P3D.");
        }
        return span.orElse(null);
    }

    /** What a code of the type qr says. */
    private static Optional<Element> template(FieldType type, Section section) {
        if (type.isMadeOfTemplate()) {
            section.notHere(Set.of("compute"), "has no effect on the type " + type + ": it is generated from `of`.");
            return section.require("of", "Say what the code holds, such as `of: 'https://marea.example/people/{id}'`.");
        }
        section.notHere(Set.of("of"), "has no effect on the type " + type + ".");
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
                LimitsReader.orElse(LimitsReader.whole("order", section, -1000, 1000, null), 0));
    }

    /** A name alone is one in the same group, in what the group was called, or of the account itself. */
    private static List<FieldPath> formerly(FieldPath path, @Nullable String formerProfile, Section section) {
        Optional<Element> element = section.take("formerly");
        Optional<String> given = element.flatMap(Element::text);
        if (given.filter(name -> !name.matches(NAME + "(\\." + NAME + ")?")).isPresent()) {
            element.orElseThrow()
                    .report(
                            FindingCode.BAD_NAME,
                            "`formerly` is the field's earlier name, not `" + given.get() + "`.",
                            "Write the name alone, or with its profile's: `mooring.berth`.");
            return List.of();
        }
        if (given.filter(name -> name.contains(".")).isPresent()) {
            return List.of(FieldPath.parse(given.get()));
        }
        List<FieldPath> formerly = new ArrayList<>();
        if (formerProfile != null) {
            formerly.add(new FieldPath(formerProfile, given.orElse(path.name())));
        }
        if (given.isPresent()) {
            formerly.add(new FieldPath(path.profile(), given.get()));
            formerly.add(new FieldPath(null, given.get()));
        }
        return formerly.stream().distinct().toList();
    }

    static Optional<Set<Party>> parties(String key, Section section) {
        return section.take(key).map(FieldReader::parties);
    }

    private static Set<Party> parties(Element list) {
        return list.texts().stream().map(Party::new).collect(Collectors.toSet());
    }

    private static Uniqueness uniqueness(Section section) {
        return section.take("uniqueness")
                .flatMap(given -> given.oneOf(Uniqueness.class))
                .orElse(Uniqueness.NONE);
    }

    private static Sensitivity sensitivity(Section section) {
        return section.take("sensitivity")
                .flatMap(given -> given.oneOf(Sensitivity.class))
                .orElse(Sensitivity.OPEN);
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

    /** With a long id in it, a text must fit the field as any other. */
    private static @Nullable Object erase(FieldType type, Limits limits, Section section) {
        Optional<Element> element = section.take("erase");
        Optional<String> text = element.flatMap(Element::plain)
                .filter(String.class::isInstance)
                .map(String.class::cast)
                .filter(it -> it.contains(Field.ERASED_ID));
        if (text.isEmpty()) {
            return value("erase", type, limits, section);
        }
        type.read(text.get().replace(Field.ERASED_ID, SOME_ID), limits)
                .refusal()
                .ifPresent(refusal -> report("erase", refusal, element.orElseThrow()));
        return text.get();
    }

    private static void report(String key, Outcome.Refused refusal, Element element) {
        element.report(
                FindingCode.BAD_VALUE,
                "`" + key + "` does not fit the field: " + refusal.detail(),
                "Give a value that the field itself would accept.");
    }

    private static @Nullable Object value(String key, FieldType type, Limits limits, Section section) {
        Optional<Element> element = section.take(key);
        Optional<Object> raw = element.flatMap(Element::plain);
        if (raw.isEmpty()) {
            return null;
        }
        var outcome = type.read(raw.get(), limits);
        outcome.refusal().ifPresent(refusal -> report(key, refusal, element.get()));
        return outcome.value().orElse(null);
    }
}
