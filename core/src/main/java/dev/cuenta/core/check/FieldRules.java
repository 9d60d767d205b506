package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.type.Column;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What can be said about one field at a time. */
final class FieldRules {
    private static final int LONGEST_INDEXED = 600;

    private static final List<String> PHONE_WORDS = List.of("phone", "mobile", "telephone", "fax");

    private final AccountModel model;
    private final FieldFindings findings;

    FieldRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = new FieldFindings(findings);
    }

    void check() {
        for (Field field : model.declaredFields()) {
            checkSignUp(field);
            checkSignIn(field);
            checkUnique(field);
            checkIndexable(field);
            checkValues(field);
            checkPromotion(field);
            checkType(field);
        }
    }

    private void checkSignUp(Field field) {
        String profile = field.path().profile();
        boolean atSignUp = profile == null || model.defaultKind().profiles().contains(profile);
        boolean guestWrites = field.write().contains(Party.GUEST) && field.mutability() != Mutability.READ_ONLY;
        boolean signUpIsOpen =
                model.fields().values().stream().anyMatch(other -> other.write().contains(Party.GUEST));
        if (signUpIsOpen && atSignUp && field.required() && field.defaultValue() == null && !guestWrites) {
            findings.add(
                    FindingCode.SIGN_UP_IMPOSSIBLE,
                    field,
                    "",
                    "`" + field.path() + "` is required, has no default, and sign-up may not write it.",
                    "Add guest to its write list, give it a default, or make it optional.");
        }
    }

    private void checkSignIn(Field field) {
        if (!field.signIn()) {
            return;
        }
        if (!field.required()) {
            findings.add(
                    FindingCode.SIGN_IN_OPTIONAL,
                    field,
                    ".signIn",
                    "People sign in with `" + field.path() + "`, but it is optional.",
                    "Add `required: true`.");
        }
        if (!field.unique()) {
            findings.add(
                    FindingCode.SIGN_IN_NOT_UNIQUE,
                    field,
                    ".signIn",
                    "People sign in with `" + field.path() + "`, but it is not unique.",
                    "Add `uniqueness: server`.");
        }
        if (field.limits().caseExact()) {
            findings.add(
                    FindingCode.SIGN_IN_CASE_EXACT,
                    field,
                    ".caseExact",
                    "People sign in with `" + field.path() + "`, and capitals count.",
                    "Take `caseExact` out.");
        }
        if (field.path().profile() != null || field.column().kind() != Column.Kind.TEXT) {
            findings.add(
                    FindingCode.SIGN_IN_ELSEWHERE,
                    field,
                    ".signIn",
                    "Only a text field of the account itself can be signed in with.",
                    "Move the field to `fields`.");
        }
    }

    private void checkValues(Field field) {
        if (field.uniqueness() != Uniqueness.NONE && field.defaultValue() != null) {
            findings.add(
                    FindingCode.DEFAULT_OF_IDENTIFIER,
                    field,
                    ".default",
                    "`" + field.path() + "` is unique and has a default.",
                    "Remove the default.");
        }
        String pattern = field.limits().pattern();
        if (pattern != null && List.of(".*", "^.*$", ".+", "^.+$").contains(pattern)) {
            findings.add(
                    FindingCode.PATTERN_TOO_WIDE,
                    field,
                    ".pattern",
                    "Every text matches the pattern of `" + field.path() + "`.",
                    "Say what it must look like, or take the pattern out.");
        }
        boolean onlyOwner = field.write().equals(Set.of(Party.OWNER));
        if (field.mutability() == Mutability.IMMUTABLE && onlyOwner && field.defaultValue() == null) {
            findings.add(
                    FindingCode.IMMUTABLE_AND_UNSET,
                    field,
                    ".mutability",
                    "`" + field.path() + "` is given only when the account is made, and only its owner may write it.",
                    "Add guest or an operator's role to its write list.");
        }
    }

    private void checkUnique(Field field) {
        boolean comparable =
                !field.type().isMany() && !field.type().comparisons().isEmpty();
        if (field.uniqueWithinTenant() && !model.tenants().present()) {
            findings.add(
                    FindingCode.UNIQUE_WITHOUT_TENANTS,
                    field,
                    ".uniqueness",
                    "`" + field.path() + "` is unique within a tenant, but accounts have no tenants.",
                    "Declare `tenants`, or use `server`.");
        }
        if (field.uniqueness() != Uniqueness.NONE && !comparable) {
            findings.add(
                    FindingCode.UNKNOWN_KEY,
                    field,
                    ".uniqueness",
                    "`uniqueness` has no effect on a " + field.type() + ".",
                    "Take it out.");
        }
        if (field.indexed() && !comparable) {
            findings.add(
                    FindingCode.UNKNOWN_KEY,
                    field,
                    ".indexed",
                    "`" + field.path() + "` is of the type " + field.type() + ", which has no order.",
                    "Take `indexed` out.");
        }
        boolean text = field.column().is(Column.Kind.TEXT);
        if (field.search() && !text) {
            findings.add(
                    FindingCode.UNKNOWN_KEY,
                    field,
                    ".search",
                    "Only single texts are looked up by a part of them; `" + field.path() + "` is of the type "
                            + field.type() + ".",
                    "Remove `search`; `indexed` is for comparisons and sorting.");
        }
        if (field.column().is(Column.Kind.ACCOUNT) && (field.required() || field.defaultValue() != null)) {
            findings.add(
                    FindingCode.BAD_VALUE,
                    field,
                    "",
                    "`" + field.path()
                            + "` refers to an account that may go, so it can be neither required nor have a default.",
                    "Take `required` and `default` out.");
        }
    }

    /** An entry of PostgreSQL's ordered indexes has 2,704 bytes at most, and a character up to four. */
    private void checkIndexable(Field field) {
        Integer longest = field.limits().maxLength();
        if (field.type().isOfAnyLength()
                && (field.indexed() || field.unique())
                && (longest == null || longest > LONGEST_INDEXED)) {
            findings.add(
                    FindingCode.BAD_VALUE,
                    field,
                    field.indexed() ? ".indexed" : ".uniqueness",
                    "`" + field.path() + "` may be longer than an index takes.",
                    "Add `maxLength: " + LONGEST_INDEXED + "`, or less.");
        }
    }

    private void checkPromotion(Field field) {
        boolean byExisting = Boolean.TRUE.equals(field.existing());
        boolean byDefault = Boolean.TRUE.equals(field.defaultValue()) && field.existing() == null;
        if (byExisting || byDefault) {
            findings.add(
                    FindingCode.PROMOTES_EXISTING,
                    field,
                    byExisting ? ".existing" : ".default",
                    "Every account that is there when `" + field.path() + "` arrives gets true.",
                    "Add `existing: false`, so that only new accounts get it.");
        }
    }

    private void checkType(Field field) {
        String name = field.path().name().toLowerCase(Locale.ROOT);
        boolean numeric =
                field.column().kind() == Column.Kind.BIGINT || field.column().kind() == Column.Kind.NUMERIC;
        if (numeric && PHONE_WORDS.stream().anyMatch(name::contains)) {
            findings.add(
                    FindingCode.PHONE_AS_NUMBER,
                    field,
                    ".type",
                    "`" + field.path() + "` looks like a telephone number and is kept as a number.",
                    "Use `type: phone`.");
        }
        if (field.type().isProse() && field.limits().maxLength() == null) {
            findings.add(
                    FindingCode.UNBOUNDED_TEXT,
                    field,
                    "",
                    "`" + field.path() + "` has no limit.",
                    "Add `maxLength`, such as `maxLength: 2000`.");
        }
    }
}
