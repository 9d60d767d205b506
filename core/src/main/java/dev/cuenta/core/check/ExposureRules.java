package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.retention.Erasure;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.FieldType.Delivery;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What a field leaves open to strangers: to set, to take for their own, to find when the person is long gone. */
final class ExposureRules {
    private static final Set<String> PERSONAL_NAMES = Set.of(
            "givenname",
            "familyname",
            "firstname",
            "lastname",
            "surname",
            "middlename",
            "fullname",
            "birthday",
            "birthdate",
            "dateofbirth",
            "born",
            "bornon",
            "birthplace",
            "phone",
            "mobile",
            "telephone",
            "iban",
            "street",
            "address",
            "homeaddress",
            "postaladdress",
            "postcode",
            "zipcode",
            "passport",
            "passportnumber",
            "taxnumber",
            "taxid",
            "nationality");
    private static final List<String> BALANCE_WORDS =
            List.of("credit", "balance", "points", "quota", "discount", "limit");

    private final AccountModel model;
    private final FieldFindings findings;

    ExposureRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = new FieldFindings(findings);
    }

    void check() {
        for (Field field : model.fields().values()) {
            checkErase(field);
            checkLooksPersonal(field);
            checkGuestWrites(field);
        }
        checkSameIdentifier();
    }

    private void checkErase(Field field) {
        if (field.uniqueness() != Uniqueness.NONE
                && field.erase() != null
                && !String.valueOf(field.erase()).contains(Field.ERASED_ID)) {
            findings.add(
                    FindingCode.ERASE_COLLIDES,
                    field,
                    ".erase",
                    "`" + field.path() + "` is unique, and every anonymised account would get the same value.",
                    "Put " + Field.ERASED_ID + " in it, such as `erase: 'gone-{id}@marea.example'`.");
        }
        Optional<RetentionRule> anonymising = anonymising();
        if (anonymising.isPresent() && !Erasure.possible(field)) {
            findings.add(
                    FindingCode.ERASE_OWED,
                    field,
                    "",
                    "`" + anonymising.get().name() + "` anonymises, and `" + field.path()
                            + "` does not say what is left of it.",
                    "Add `erase`, or make the field optional.");
        }
    }

    /** A field that is left as it is when the account is anonymised. */
    private void checkLooksPersonal(Field field) {
        boolean left = field.stored() && field.sensitivity() == Sensitivity.OPEN && field.erase() == null;
        String name = field.path().name().toLowerCase(Locale.ROOT);
        boolean looksPersonal = PERSONAL_NAMES.contains(name) || field.type().tellsWho();
        if (left && looksPersonal && anonymising().isPresent()) {
            findings.add(
                    FindingCode.LOOKS_PERSONAL,
                    field,
                    "",
                    "`" + field.path() + "` looks personal, and stays when `"
                            + anonymising().get().name() + "` anonymises.",
                    "Add `sensitivity: personal`, or `erase` with what is to be left.");
        }
    }

    private Optional<RetentionRule> anonymising() {
        return model.retention().values().stream()
                .filter(rule -> rule.action() == RetentionRule.Action.ANONYMISE)
                .findFirst();
    }

    /** What people could not change later, or is counted in money or points, is not for strangers to set. */
    private void checkGuestWrites(Field field) {
        boolean flag = field.column().is(Column.Kind.BOOLEAN);
        boolean amount = field.column().is(Column.Kind.NUMERIC);
        boolean number = amount || field.column().is(Column.Kind.BIGINT);
        boolean onlyAtSignUp = !field.write().contains(Party.OWNER);
        if (field.write().contains(Party.GUEST)
                && (((flag || number) && onlyAtSignUp) || (amount && isBalance(field)))) {
            findings.add(
                    FindingCode.GUEST_WRITES_FLAG,
                    field,
                    ".write",
                    "Whoever signs up chooses `" + field.path() + "` for themselves.",
                    "Remove guest from its write list, and give it a default.");
        }
    }

    private static boolean isBalance(Field field) {
        String name = field.path().name().toLowerCase(Locale.ROOT);
        return BALANCE_WORDS.stream().anyMatch(name::contains);
    }

    /** Two people could sign in with one text: one's username is the other's address. */
    private void checkSameIdentifier() {
        List<Field> signIn = model.signInFields();
        signIn.stream()
                .filter(field -> field.path().profile() == null
                        && !field.type().isReachedBy(Delivery.MAIL)
                        && mayHoldAnAddress(field))
                .forEach(
                        field -> findings.add(
                                FindingCode.SIGN_IN_OVERLAPS,
                                field,
                                ".signIn",
                                "`" + field.path() + "` may hold what another account signs in with.",
                                "Give it a `pattern` that no address and no telephone number fits, such as '[A-Za-z][A-Za-z0-9._-]*'."));
    }

    private boolean mayHoldAnAddress(Field field) {
        return model.signInFields().stream()
                .filter(other -> !other.path().equals(field.path()))
                .map(other -> other.type().identifier())
                .anyMatch(
                        text -> field.type().read(text, field.limits()).value().isPresent());
    }
}
