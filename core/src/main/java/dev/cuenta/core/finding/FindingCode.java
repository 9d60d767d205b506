package dev.cuenta.core.finding;

import static dev.cuenta.core.finding.Severity.ERROR;
import static dev.cuenta.core.finding.Severity.NOTE;
import static dev.cuenta.core.finding.Severity.WARNING;

import java.util.Locale;

/** Everything the checker can say. A code is stable: builds and reviews may rely on it. */
public enum FindingCode {
    UNREADABLE(ERROR, "The file is not well-formed YAML or JSON."),
    UNKNOWN_KEY(ERROR, "The format has no such key here; nothing would happen with what it says."),
    DUPLICATE_KEY(ERROR, "A key that stands twice means two things, and only one of them would count."),
    MISSING_KEY(ERROR, "A key that the format needs is missing."),
    WRONG_SHAPE(ERROR, "The value has another shape than the format says."),
    BAD_NAME(ERROR, "Names become JSON keys and column names, so they have to be plain."),
    RESERVED_NAME(ERROR, "The name already means something else in an account's JSON or in access lists."),
    UNKNOWN_REFERENCE(ERROR, "Something is named that the model does not declare."),
    BAD_VALUE(ERROR, "A default, an existing value or a limit does not fit the field's own type."),
    BAD_EXPRESSION(ERROR, "What a field is computed from cannot be read, or gives another type than the field has."),
    COMPUTED_CIRCLE(ERROR, "To compute the field, its own value would have to be known already."),
    COMPUTED_REVEALS(WARNING, "Whoever reads a computed field learns what it is computed from."),
    SIGN_UP_IMPOSSIBLE(ERROR, "Every sign-up would fail: it must give this field and may not."),
    SIGN_IN_OPTIONAL(ERROR, "Whoever leaves the field empty could never sign in."),
    SIGN_IN_ELSEWHERE(ERROR, "Whoever signs in is looked up among the accounts themselves, by a text."),
    SIGN_IN_NOT_UNIQUE(ERROR, "Two accounts could hold the same value, and neither could be told from the other."),
    UNIQUE_WITHOUT_TENANTS(ERROR, "Without tenants, no value would be compared with any other."),
    SIGN_UP_WITHOUT_TENANTS(ERROR, "A sign-up can neither make a tenant nor join one where there are none."),
    SIGN_IN_CASE_EXACT(
            WARNING,
            "People type their identifier in other capitals than they signed up with, and are told it is wrong."),
    SIGN_IN_OVERLAPS(
            WARNING,
            "Whoever takes another's address for a username is taken for them, or keeps them from signing in."),
    NO_SIGN_IN(WARNING, "Nobody can sign in: no field is marked signIn."),
    PROMOTES_EXISTING(WARNING, "People who are there already would silently get a flag they never had."),
    GUESSABLE_ID(WARNING, "Counting ids tell everyone how many accounts there are and let them try the neighbours'."),
    PHONE_AS_NUMBER(WARNING, "A telephone number kept as a number loses its leading zeros and its plus."),
    UNBOUNDED_TEXT(NOTE, "Without a limit, one person can store megabytes."),
    PERSONAL_TOO_OPEN(WARNING, "A personal field is readable by people who have no part in it."),
    HIDDEN_WITH_READERS(WARNING, "A list of readers that never read promises what does not happen."),
    LOOKS_PERSONAL(WARNING, "Anonymising leaves open fields as they are, and with them whose account it was."),
    GUEST_WRITES_FLAG(WARNING, "Sign-ups come from strangers, who give themselves what the field is worth."),
    SECRET_TOO_OPEN(ERROR, "A secret that comes with every answer, or to people who have no part in it, is none."),
    SECRET_OF_NO_USE(ERROR, "Only what is stored, and means something by itself, can be sealed."),
    HIDDEN_DISPLAY_NAME(
            ERROR,
            "The display name is shown to everyone who sees the account, so it would give the hidden field away."),
    ROLE_NUMBER_REUSED(ERROR, "Two roles with one number cannot be told apart in the database."),
    NO_ADMINISTRATOR(ERROR, "No role may do everything, so nobody could ever administer the accounts."),
    DEFAULT_ADMINISTRATES(ERROR, "Everyone who signs up would become an administrator."),
    PERMISSION_BEYOND_TENANT(
            ERROR, "The permission is about the whole installation; from within a tenant it would reach the others."),
    PERMISSION_NOBODY_ASKS(WARNING, "A permission that nobody asks for permits nothing; it may be misspelt."),
    DEFAULT_GIVES_ROLES(WARNING, "Whoever signs up could hand on all that they have, to whomever they reach."),
    TENANT_ROLE_GIVES_ROLES(
            NOTE, "Administrators of a tenant can make others of their kind, whom nobody else looked at."),
    GIVES_WITHOUT_PERMISSION(WARNING, "What a role gives means nothing as long as it may not give any."),
    WRITABLE_BY_NOBODY(WARNING, "No party may ever write the field, so it keeps its default for ever."),
    READABLE_BY_NOBODY(NOTE, "No party may read the field, so it can only be looked at in the database."),
    UNUSED_PROFILE(WARNING, "No kind has the profile, so no account ever gets it."),
    SAME_IN_EVERY_KIND(
            NOTE, "The same field stands in a profile of every kind; it belongs in a shared profile or in fields."),
    UNUSED_ROLE(NOTE, "A role that is given to nobody by default and permits nothing does nothing."),
    ROLE_NOBODY_CAN_GIVE(
            WARNING, "Roles are given by whoever may give them; if nobody may, this one can only be sown."),
    TWO_DEFAULT_KINDS(ERROR, "Whoever signs up can be of one kind only."),
    SAME_LABEL(NOTE, "People see the label, not the name, and cannot tell the two apart."),
    PERSONAL_TO_EVERY_SERVICE(WARNING, "Every service that reads a personal field is a place from which it can leak."),
    IDS_TO_SERVICES(WARNING, "Counting ids in another service's hands tell it how many accounts there are."),
    SERVICE_WITHOUT_CONTRACT(NOTE, "A service that reads and writes nothing has no use for a key."),
    SERVICE_WRITES_IDENTIFIER(WARNING, "Whoever can change what a person signs in with can take the account over."),
    HIDDEN_FROM_SERVICE(ERROR, "The contract promises a field that is never returned to anybody."),
    RETENTION_NEVER_MATCHES(WARNING, "A rule that can never take anything gives a false feeling of tidiness."),
    RETENTION_OVERLAPS(NOTE, "Two rules that take the same accounts make it hard to say why one went."),
    RETENTION_SINCE_OPTIONAL(WARNING, "Accounts without the date are kept for ever: the rule never reaches them."),
    ERASE_COLLIDES(ERROR, "The second account that is anonymised would be refused: the value is taken."),
    ERASE_OWED(ERROR, "A required field cannot be left empty, so no account could be anonymised."),
    PATTERN_TOO_WIDE(NOTE, "A pattern that everything matches checks nothing."),
    DEFAULT_OF_IDENTIFIER(ERROR, "The second account that takes the default would be refused: the value is taken."),
    IMMUTABLE_AND_UNSET(WARNING, "Nobody who makes an account may write it, so it stays empty for ever."),
    RETENTION_TOO_SOON(WARNING, "Accounts would go within a day of the date the rule counts from."),
    RETENTION_UNINDEXED(NOTE, "Each preview and each run of the rule reads every account there is."),
    RETENTION_SPARES_NONE(WARNING, "Without a filter the rule takes every account that is old enough."),
    DECISION_OWED(ERROR, "Records are there already, and the file does not say what becomes of them."),
    NOT_ON_LIVE_DATA(ERROR, "This cannot be changed while records are there."),
    STORED_VALUES_BREAK(WARNING, "Values that are stored break the new rule; if that is allowed, they are put aside."),
    STORED_VALUES_GO(
            WARNING, "Values that people gave would no longer be there; if that is allowed, they are put aside."),
    ADMINISTRATORS_WITHOUT_FACTOR(WARNING, "Whoever administers is kept out until they have added a second factor."),
    RIGHTS_GROW(WARNING, "People may do or read what they could not before, without anybody having given it to them."),
    CONTRACT_BROKEN(WARNING, "A service that works with the live model loses something that its contract promises."),
    RETENTION_TAKES_MUCH(
            WARNING, "A rule that takes a large part of all accounts at once is more often a mistake than meant.");

    private final Severity severity;
    private final String why;

    FindingCode(Severity severity, String why) {
        this.severity = severity;
        this.why = why;
    }

    public Severity severity() {
        return severity;
    }

    /** Why it matters, the same for every finding with this code. */
    public String why() {
        return why;
    }

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
