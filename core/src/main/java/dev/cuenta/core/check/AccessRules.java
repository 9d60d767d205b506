package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.type.Column;

/** Who may read and write a field. */
final class AccessRules {
    private final AccountModel model;
    private final FieldFindings findings;

    AccessRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = new FieldFindings(findings);
    }

    void check() {
        for (Field field : model.fields().values()) {
            checkSecret(field);
            check(field);
        }
    }

    private void checkSecret(Field field) {
        if (!field.secret()) {
            return;
        }
        if (!field.stored() || field.type().isPicture() || field.column().is(Column.Kind.ACCOUNT)) {
            findings.add(
                    FindingCode.SECRET_OF_NO_USE,
                    field,
                    ".sensitivity",
                    "`" + field.path() + "` cannot be sealed: it is computed, a picture, or refers to another account.",
                    "Use `sensitivity: personal`.");
        }
        if (field.returned() == Returned.ALWAYS || field.returned() == Returned.DEFAULT) {
            findings.add(
                    FindingCode.SECRET_TOO_OPEN,
                    field,
                    ".returned",
                    "`" + field.path() + "` is secret, and would come with every answer.",
                    "Use `returned: request`, or leave it out: that is what secrets do.");
        }
        if (field.read().contains(Party.MEMBER) || field.read().contains(Party.GUEST)) {
            findings.add(
                    FindingCode.SECRET_TOO_OPEN,
                    field,
                    ".read",
                    "`" + field.path() + "` is secret, and every member of a tenant may read it.",
                    "Remove member and guest from its read list.");
        }
    }

    private void check(Field field) {
        boolean personal = field.sensitivity() == Sensitivity.PERSONAL;
        boolean open = field.read().contains(Party.MEMBER) || field.read().contains(Party.GUEST);
        if (personal && open && field.leaves()) {
            findings.add(
                    FindingCode.PERSONAL_TOO_OPEN,
                    field,
                    ".read",
                    "`" + field.path() + "` is personal, and every member of a tenant may read it.",
                    "Remove member and guest from its read list.");
        }
        if (field.stored() && field.write().isEmpty() && field.mutability() != Mutability.READ_ONLY) {
            findings.add(
                    FindingCode.WRITABLE_BY_NOBODY,
                    field,
                    ".write",
                    "Nobody may write `" + field.path() + "`.",
                    "Name who may, or say `mutability: readOnly`.");
        }
        if (field.read().isEmpty() && field.leaves()) {
            findings.add(
                    FindingCode.READABLE_BY_NOBODY,
                    field,
                    ".read",
                    "Nobody may read `" + field.path() + "`.",
                    "Name who may, or say `returned: never`.");
        }
    }
}
