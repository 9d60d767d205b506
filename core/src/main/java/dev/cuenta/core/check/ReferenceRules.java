package dev.cuenta.core.check;

import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.model.Template;
import dev.cuenta.core.retention.Selection;
import java.util.Collection;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Everything that is named has to be declared. */
final class ReferenceRules {
    private final AccountModel model;
    private final Findings findings;
    private final Set<String> parties = new TreeSet<>(Party.RESERVED);
    private final Set<String> fieldNames;

    ReferenceRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = findings;
        this.parties.addAll(model.roles().keySet());
        this.fieldNames = model.fields().keySet().stream()
                .map(FieldPath::toString)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    void check() {
        model.declaredFields().forEach(this::checkParties);
        model.kinds().values().forEach(this::checkProfiles);
        checkTemplate("displayName", model.displayName());
        Template tenantName = model.tenants().name();
        if (tenantName != null) {
            checkTemplate("tenants.name", tenantName);
        }
        model.services().values().forEach(this::checkService);
        model.retention().values().forEach(this::checkRetention);
    }

    private void checkService(Service service) {
        Set<String> known = new TreeSet<>(fieldNames);
        known.add("*");
        model.profiles().keySet().forEach(profile -> known.add(profile + ".*"));
        String path = "services." + service.name();
        service.writes().forEach(name -> require(path + ".writes", "field", name, known));
        known.addAll(Service.ATTRIBUTES);
        service.reads().forEach(name -> require(path + ".reads", "field", name, known));
    }

    private void checkParties(Field field) {
        String path = Paths.of(field);
        field.read().forEach(party -> require(path + ".read", "party", party.name(), parties));
        field.write().forEach(party -> require(path + ".write", "party", party.name(), parties));
    }

    private void checkProfiles(Kind kind) {
        kind.profiles()
                .forEach(profile -> require(
                        "kinds." + kind.name() + ".profiles",
                        "profile",
                        profile,
                        model.profiles().keySet()));
    }

    private void checkTemplate(String path, Template template) {
        template.fields().forEach(field -> require(path, "field", field.toString(), fieldNames));
    }

    private void checkRetention(RetentionRule rule) {
        String path = "retention." + rule.name();
        Attributes attributes = Attributes.of(model, field -> true);
        require(path + ".since", "field", rule.since(), attributes.paths());
        attributes
                .find(rule.since())
                .filter(attribute -> !Selection.isMoment(attribute))
                .ifPresent(attribute -> findings.add(
                        FindingCode.BAD_VALUE,
                        path + ".since",
                        "`" + rule.since() + "` is neither a date nor an instant.",
                        "Count from a date, or from meta.created."));
        if (rule.where() != null) {
            Conditions conditions = new Conditions(attributes);
            conditions.bind(rule.where());
            conditions
                    .refusals()
                    .forEach(refusal -> findings.add(
                            FindingCode.UNKNOWN_REFERENCE,
                            path + ".where",
                            "The filter does not fit the model. " + refusal,
                            "Fix the filter."));
        }
    }

    private void require(String path, String what, String name, Collection<String> known) {
        if (!known.contains(name)) {
            findings.add(
                    FindingCode.UNKNOWN_REFERENCE,
                    path,
                    "There is no " + what + " `" + name + "`.",
                    Nearest.advice(name, known));
        }
    }
}
