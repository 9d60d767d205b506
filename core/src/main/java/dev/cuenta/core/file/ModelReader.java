package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.ActivityRules;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Profile;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.model.Template;
import dev.cuenta.core.model.TenantRules;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads the sections of a model file. */
final class ModelReader {
    private static final Set<Party> NOBODY = Set.of();

    private final Map<FieldPath, Field> fields = new LinkedHashMap<>();
    private final Map<String, Profile> profiles = new LinkedHashMap<>();

    AccountModel read(Section file) {
        version(file);
        String name = file.require("name", "Give the model a name, such as `name: marea`.")
                .flatMap(Element::text)
                .orElse("");
        FieldReader fieldReader = fieldReader(file);
        file.take("fields")
                .flatMap(Element::section)
                .ifPresent(section -> readFields(FieldReader.Group.ACCOUNT, section, fieldReader));
        file.take("profiles").flatMap(Element::section).ifPresent(section -> readProfiles(section, fieldReader));
        ExpressionReader expressions = new ExpressionReader(fields);
        fieldReader.expressions().forEach(expressions::read);
        AccountModel model = new AccountModel(
                name,
                file.take("id")
                        .flatMap(element -> element.oneOf(IdScheme.class))
                        .orElse(IdScheme.UUID7),
                template("displayName", file).orElse(new Template("")),
                kinds(file),
                profiles,
                fields,
                new PasswordReader().read(file.take("password").flatMap(Element::section)),
                roles(file),
                file.take("tenants")
                        .flatMap(Element::section)
                        .map(section -> TenantReader.read(section, fieldReader.ofTenants()))
                        .orElse(TenantRules.NONE),
                services(file),
                retention(file),
                file.take("activity")
                        .flatMap(Element::section)
                        .map(ActivityReader::read)
                        .orElse(ActivityRules.NONE));
        file.refuseOthers();
        return model;
    }

    private static void version(Section file) {
        file.require("cuenta", "Begin the file with `cuenta: 1`, the version of the format.")
                .filter(element ->
                        !element.scalar().filter(BigDecimal.ONE::equals).isPresent())
                .ifPresent(element -> element.report(
                        FindingCode.WRONG_SHAPE,
                        "This version of Cuenta reads version 1 of the format.",
                        "Write `cuenta: 1`."));
    }

    private static FieldReader fieldReader(Section file) {
        Optional<Section> access = file.take("access").flatMap(Element::section);
        FieldReader reader = new FieldReader(
                access.flatMap(section -> FieldReader.parties("read", section)).orElse(NOBODY),
                access.flatMap(section -> FieldReader.parties("write", section)).orElse(NOBODY));
        access.ifPresent(Section::refuseOthers);
        return reader;
    }

    private void readFields(FieldReader.Group group, Section section, FieldReader reader) {
        for (Section.Named named : section.named()) {
            if (FieldPath.isReserved(named.name())) {
                named.element()
                        .report(
                                FindingCode.RESERVED_NAME,
                                "A field cannot be named `" + named.name() + "`: every account has that already.",
                                "Choose another name.");
            } else {
                reader.read(named.name(), group, named.element()).ifPresent(field -> fields.put(field.path(), field));
            }
        }
    }

    private void readProfiles(Section section, FieldReader reader) {
        for (Section.Named named : section.named()) {
            if (FieldPath.isReserved(named.name()) || fields.containsKey(new FieldPath(null, named.name()))) {
                named.element()
                        .report(
                                FindingCode.RESERVED_NAME,
                                "A profile cannot be named `" + named.name()
                                        + "`: the account has a field of that name.",
                                "Choose another name.");
                continue;
            }
            named.element().section().ifPresent(profile -> {
                String label = profile.take("label").flatMap(Element::text).orElse(Names.label(named.name()));
                boolean withinTenant = Within.isTenant(profile);
                profiles.put(named.name(), new Profile(named.name(), label, withinTenant));
                String formerly =
                        profile.take("formerly").flatMap(Element::text).orElse(null);
                profile.require("fields", "A profile is a group of fields.")
                        .flatMap(Element::section)
                        .ifPresent(group ->
                                readFields(new FieldReader.Group(named.name(), formerly, withinTenant), group, reader));
                profile.refuseOthers();
            });
        }
    }

    private Map<String, Kind> kinds(Section file) {
        Map<String, Kind> kinds = new LinkedHashMap<>();
        for (Section.Named named : named("kinds", file)) {
            named.element().section().ifPresent(section -> {
                kinds.put(
                        named.name(),
                        new Kind(
                                named.name(),
                                section.take("label").flatMap(Element::text).orElse(Names.label(named.name())),
                                section.take("profiles").map(Element::texts).orElse(List.of()),
                                section.take("default").flatMap(Element::flag).orElse(false),
                                section.take("formerly").map(Element::texts).orElse(List.of())));
                section.refuseOthers();
            });
        }
        if (kinds.isEmpty()) {
            // A model without kinds has one, with every profile.
            kinds.put("account", new Kind("account", "Account", List.copyOf(profiles.keySet()), true, List.of()));
        }
        return kinds;
    }

    private Map<String, Role> roles(Section file) {
        Map<String, Role> roles = new LinkedHashMap<>();
        for (Section.Named named : named("roles", file)) {
            if (Party.RESERVED.contains(named.name())) {
                named.element()
                        .report(
                                FindingCode.RESERVED_NAME,
                                "A role cannot be named `" + named.name()
                                        + "`: in access lists that is everyone's own word.",
                                "Choose another name.");
                continue;
            }
            named.element()
                    .section()
                    .ifPresent(section -> roles.put(named.name(), RoleReader.read(named.name(), section)));
        }
        return roles;
    }

    private Map<String, Service> services(Section file) {
        Map<String, Service> services = new LinkedHashMap<>();
        for (Section.Named named : named("services", file)) {
            named.element()
                    .section()
                    .ifPresent(section -> services.put(named.name(), ServiceReader.read(named.name(), section)));
        }
        return services;
    }

    private Map<String, RetentionRule> retention(Section file) {
        Map<String, RetentionRule> rules = new LinkedHashMap<>();
        for (Section.Named named : named("retention", file)) {
            named.element()
                    .section()
                    .flatMap(section -> RetentionReader.read(named.name(), section))
                    .ifPresent(rule -> rules.put(named.name(), rule));
        }
        return rules;
    }

    private static List<Section.Named> named(String key, Section file) {
        return file.take(key).flatMap(Element::section).map(Section::named).orElse(List.of());
    }

    private static Optional<Template> template(String key, Section section) {
        return section.take(key).flatMap(Element::text).map(Template::new);
    }
}
