package dev.cuenta.core.check;

import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Profile;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Template;
import dev.cuenta.core.type.Column;
import java.util.LinkedHashMap;
import java.util.Map;

/** Profiles that an account has in each of its tenants: nothing can rest on their fields that asks for one value of an account. */
final class TenantProfileRules {
    private final AccountModel model;
    private final Findings findings;

    TenantProfileRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = findings;
    }

    void check() {
        if (!model.tenants().present()) {
            model.profiles().values().stream().filter(Profile::withinTenant).forEach(this::refuse);
        }
        model.fields().values().stream().filter(Field::withinTenant).forEach(this::check);
        model.fields().values().forEach(this::checkSources);
        check("displayName", model.displayName());
        Template name = model.tenants().name();
        if (name != null) {
            check("tenants.name", name);
        }
        model.retention().values().forEach(this::check);
    }

    private void refuse(Profile profile) {
        findings.add(
                FindingCode.PROFILE_WITHOUT_TENANTS,
                "profiles." + profile.name() + ".within",
                "The profile `" + profile.name() + "` has its values in tenants, but accounts have no tenants.",
                "Add `tenants: { membership: many }`, or remove `within`.");
    }

    /** A membership begins without any value, and may begin long after the account. */
    private void check(Field field) {
        unfit(field)
                .forEach((key, advice) -> findings.add(
                        FindingCode.UNFIT_WITHIN_TENANT,
                        Paths.of(field) + "." + key,
                        "`" + field.path() + "` has a value in each tenant; its `" + key + "` does not fit that.",
                        advice));
    }

    private static Map<String, String> unfit(Field field) {
        String remove = "Remove it, or move the field to a profile without `within`.";
        Map<String, String> unfit = new LinkedHashMap<>();
        if (field.required()) {
            unfit.put("required", "Remove it: whoever joins a tenant has no value there yet.");
        }
        if (field.defaultValue() != null) {
            unfit.put("default", "Remove it: whoever joins a tenant has no value there yet.");
        }
        if (field.existing() != null || field.existingFrom() != null) {
            unfit.put("existing", "Remove it: memberships that are there have no value until somebody gives one.");
        }
        if (field.unique()) {
            unfit.put("uniqueness", "Use `uniqueness: tenant`.");
        }
        if (field.mutability() == Mutability.IMMUTABLE) {
            unfit.put("mutability", "Remove it: the value is given after the account was made.");
        }
        if (field.confirmed()) {
            unfit.put("confirm", remove);
        }
        if (field.secret()) {
            unfit.put("sensitivity", "Use `sensitivity: personal`.");
        }
        if (field.search()) {
            unfit.put("search", "Use `indexed: true`.");
        }
        if (field.erase() != null) {
            unfit.put("erase", "Remove it: anonymising leaves nothing there.");
        }
        if (field.type().isPicture() || field.column().is(Column.Kind.ACCOUNT)) {
            unfit.put("type", "Pictures and references to accounts are an account's: use a profile without `within`.");
        }
        return unfit;
    }

    /** Of an account that is not met in one tenant. */
    private void checkSources(Field field) {
        if (field.existingFrom() != null) {
            checkSources(Paths.of(field) + ".existing", field.existingFrom());
        }
        if (field.compute() != null && !field.withinTenant()) {
            checkSources(Paths.of(field) + ".compute", field.compute());
        }
    }

    private void checkSources(String where, Expression expression) {
        expression.fields().stream().map(FieldPath::parse).forEach(path -> check(where, path));
    }

    private void check(String where, Template template) {
        template.fields().forEach(path -> check(where, path));
    }

    private void check(RetentionRule rule) {
        String where = "retention." + rule.name();
        check(where + ".since", FieldPath.parse(rule.since()));
        if (rule.where() != null) {
            new Conditions(Attributes.of(model, field -> true))
                    .bind(rule.where())
                    .ifPresent(condition -> condition
                            .attributes()
                            .forEach(attribute -> check(where + ".where", FieldPath.parse(attribute.path()))));
        }
    }

    private void check(String where, FieldPath path) {
        model.field(path)
                .filter(Field::withinTenant)
                .ifPresent(field -> findings.add(
                        FindingCode.UNFIT_WITHIN_TENANT,
                        where,
                        "`" + path + "` has a value in each tenant, and here the account has to have one.",
                        "Use a field of the account, or of a profile without `within`."));
    }
}
