package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Template;
import dev.cuenta.core.model.TenantLimits;
import dev.cuenta.core.model.TenantRules;
import dev.cuenta.core.model.TenantRules.CrossTenant;
import dev.cuenta.core.model.TenantRules.CurrentFrom;
import dev.cuenta.core.model.TenantRules.Membership;
import dev.cuenta.core.model.TenantRules.OnSignUp;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads the section {@code tenants}. */
final class TenantReader {
    private static final int MOST = 1_000_000_000;

    private TenantReader() {}

    /** @param reader of fields of tenants */
    static TenantRules read(Section section, FieldReader reader) {
        Membership membership = section.take("membership")
                .flatMap(element -> element.oneOf(Membership.class))
                .orElse(Membership.NONE);
        if (membership == Membership.NONE) {
            section.notHere(Set.of("crossTenant", "limits", "fields"), "has no effect where accounts have no tenants.");
        }
        Optional<Element> signUp = section.take("onSignUp");
        OnSignUp onSignUp =
                signUp.flatMap(element -> element.oneOf(OnSignUp.class)).orElse(OnSignUp.NONE);
        if (membership == Membership.NONE && onSignUp != OnSignUp.NONE) {
            signUp.orElseThrow()
                    .report(
                            FindingCode.SIGN_UP_WITHOUT_TENANTS,
                            "`onSignUp` needs tenants, and the model has none.",
                            "Add `membership: many` or `membership: one`.");
        }
        Optional<Template> name = name(section, onSignUp);
        TenantRules rules = new TenantRules(
                membership,
                onSignUp,
                onSignUp == OnSignUp.CREATE ? name.orElse(null) : null,
                section.take("currentFrom").map(TenantReader::sources).orElse(TenantRules.NONE.currentFrom()),
                section.take("crossTenant")
                        .flatMap(element -> element.oneOf(CrossTenant.class))
                        .orElse(CrossTenant.IMPLICIT),
                section.take("limits")
                        .flatMap(Element::section)
                        .map(TenantReader::limits)
                        .orElse(TenantLimits.NONE),
                fields(section, reader));
        section.refuseOthers();
        return rules;
    }

    private static Map<String, Field> fields(Section section, FieldReader reader) {
        Map<String, Field> fields = new LinkedHashMap<>();
        section.take("fields")
                .flatMap(Element::section)
                .ifPresent(group -> group.named()
                        .forEach(named -> reader.read(named.name(), FieldReader.Group.TENANT, named.element())
                                .ifPresent(field -> fields.put(named.name(), field))));
        return fields;
    }

    private static Optional<Template> name(Section section, OnSignUp onSignUp) {
        Optional<Element> given = onSignUp == OnSignUp.CREATE
                ? section.require(
                        "name",
                        "Say how the tenant of a sign-up is called, such as `name: '{person.givenName} moorings'`.")
                : section.take("name");
        return given.flatMap(Element::text).map(Template::new);
    }

    private static TenantLimits limits(Section section) {
        TenantLimits limits = new TenantLimits(
                LimitsReader.whole("members", section, 1, MOST, null),
                LimitsReader.whole("invitations", section, 1, MOST, null),
                LimitsReader.whole("requests", section, 1, MOST, null));
        section.refuseOthers();
        return limits;
    }

    private static List<CurrentFrom> sources(Element element) {
        return element.items().stream()
                .flatMap(item -> item.oneOf(CurrentFrom.class).stream())
                .distinct()
                .toList();
    }
}
