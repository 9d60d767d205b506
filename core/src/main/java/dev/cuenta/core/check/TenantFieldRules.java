package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Fields of tenants: what only means something of an account does not fit them. */
final class TenantFieldRules {
    /** Nobody is that to a tenant. */
    private static final Set<Party> OF_ACCOUNTS = Set.of(Party.GUEST, Party.OWNER);

    private final AccountModel model;
    private final FieldFindings findings;

    TenantFieldRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = new FieldFindings(findings);
    }

    void check() {
        for (Field field : model.tenants().fields().values()) {
            checkType(field);
            checkUniqueness(field);
            checkParties(field, ".read", field.read());
            checkParties(field, ".write", field.write());
        }
    }

    private void checkType(Field field) {
        if (field.type().isOfAccountsOnly()) {
            findings.add(
                    FindingCode.UNFIT_OF_TENANT,
                    field,
                    ".type",
                    "`" + field.path() + "` cannot be of the type " + field.type() + ": only accounts have those.",
                    "Choose another type, or move the field to accounts.");
        }
    }

    private void checkUniqueness(Field field) {
        if (field.uniqueWithinTenant()) {
            findings.add(
                    FindingCode.UNFIT_OF_TENANT,
                    field,
                    ".uniqueness",
                    "`" + field.path() + "` is a tenant's own, and `uniqueness: tenant` compares accounts.",
                    "Use `uniqueness: server`, so that no two tenants have the same value.");
        }
    }

    private void checkParties(Field field, String key, Set<Party> parties) {
        Set<String> unfit = parties.stream()
                .filter(OF_ACCOUNTS::contains)
                .map(Party::name)
                .collect(Collectors.toCollection(TreeSet::new));
        if (!unfit.isEmpty()) {
            findings.add(
                    FindingCode.UNFIT_OF_TENANT,
                    field,
                    key,
                    "`" + field.path() + "` names " + String.join(" and ", unfit) + ", and nobody is that to a tenant.",
                    "Name roles, or `member` for everyone who belongs to the tenant.");
        }
    }
}
