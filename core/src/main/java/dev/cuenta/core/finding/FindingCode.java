package dev.cuenta.core.finding;

import static dev.cuenta.core.finding.Severity.ERROR;
import static dev.cuenta.core.finding.Severity.NOTE;
import static dev.cuenta.core.finding.Severity.WARNING;

import java.util.Locale;

/** Everything the checker can say. A code is stable: builds and reviews may rely on it. */
public enum FindingCode {
    UNREADABLE(ERROR, "The file is not well-formed YAML or JSON."),
    UNKNOWN_KEY(ERROR, "The format has no such key here; it would have no effect."),
    DUPLICATE_KEY(ERROR, "A key that is defined twice has two meanings, and only one of them would apply."),
    MISSING_KEY(ERROR, "A key that the format needs is missing."),
    WRONG_SHAPE(ERROR, "The value does not have the shape that the format requires."),
    BAD_NAME(ERROR, "Names become JSON keys and column names, so they have to be plain."),
    RESERVED_NAME(ERROR, "The name already means something else in an account's JSON or in access lists."),
    UNKNOWN_REFERENCE(ERROR, "A name is used that the model does not declare."),
    BAD_VALUE(ERROR, "A default, an existing value or a limit does not fit the field's own type."),
    BAD_EXPRESSION(ERROR, "The expression cannot be parsed, or its result has another type than the field."),
    COMPUTED_CIRCLE(ERROR, "The field is computed from its own value."),
    COMPUTED_TOO_LARGE(ERROR, "Every read, filter and sort would compute all that the field is made from."),
    COMPUTED_REVEALS(WARNING, "Readers of a computed field learn what it is computed from."),
    SIGN_UP_IMPOSSIBLE(ERROR, "Every sign-up would fail: it must give this field and may not."),
    SIGN_IN_OPTIONAL(ERROR, "People who leave the field empty could never sign in."),
    SIGN_IN_ELSEWHERE(ERROR, "Sign-in looks people up by a text field of the account itself."),
    SIGN_IN_NOT_UNIQUE(ERROR, "Two accounts could have the same value, and sign-in could not tell them apart."),
    UNIQUE_WITHOUT_TENANTS(ERROR, "Without tenants, no value would be compared with any other."),
    PROFILE_WITHOUT_TENANTS(ERROR, "Without tenants, nobody would ever have a value in the profile."),
    UNFIT_WITHIN_TENANT(
            ERROR, "A value that is another one in each tenant cannot stand where an account has only one."),
    UNFIT_OF_TENANT(ERROR, "What only means something of an account does not fit a tenant's field."),
    SIGN_UP_WITHOUT_TENANTS(ERROR, "Without tenants, a sign-up can neither create nor join one."),
    SIGN_IN_CASE_EXACT(
            WARNING, "People type their identifier with other capitals than at sign-up, and it is rejected."),
    SIGN_IN_OVERLAPS(
            WARNING, "Someone who picks another person's address as a username can impersonate them or lock them out."),
    NO_SIGN_IN(WARNING, "Nobody can sign in: no field is marked signIn."),
    PROMOTES_EXISTING(WARNING, "People who are there already would silently get a flag they never had."),
    GUESSABLE_ID(WARNING, "Counting ids tell everyone how many accounts there are and let them try the neighbours'."),
    PHONE_AS_NUMBER(WARNING, "A telephone number kept as a number loses its leading zeros and its plus."),
    UNBOUNDED_TEXT(NOTE, "Without a limit, one person can store megabytes."),
    PERSONAL_TOO_OPEN(WARNING, "A personal field is readable by people it does not concern."),
    HIDDEN_WITH_READERS(WARNING, "The field is never returned, so its list of readers has no effect."),
    LOOKS_PERSONAL(WARNING, "Anonymising leaves open fields as they are, and with them whose account it was."),
    GUEST_WRITES_FLAG(WARNING, "Sign-ups come from strangers, who could grant themselves what the field is worth."),
    SECRET_TOO_OPEN(ERROR, "A secret that every response contains, or that unrelated people can read, is no secret."),
    SECRET_OF_NO_USE(ERROR, "Only stored values that stand on their own can be encrypted."),
    HIDDEN_DISPLAY_NAME(
            ERROR,
            "The display name is shown to everyone who sees the account, so it would give the hidden field away."),
    ROLE_NUMBER_REUSED(ERROR, "Two roles with one number cannot be told apart in the database."),
    NO_ADMINISTRATOR(ERROR, "No role may do everything, so nobody could administer the accounts."),
    DEFAULT_ADMINISTRATES(ERROR, "Everyone who signs up would become an administrator."),
    ROLES_AT_ODDS(ERROR, "New accounts would get roles that nobody may have together."),
    APPROVAL_BY_NOBODY(ERROR, "What new accounts get by themselves has nobody who could approve it."),
    CREATOR_ROLE_EVERYWHERE(
            ERROR, "Whoever makes a tenant gets the role in it; one that counts everywhere would reach all."),
    CREATOR_ROLE_UNUSED(WARNING, "No sign-up makes a tenant, so nobody gets the role that way."),
    FORMER_NAME_IN_USE(ERROR, "A name that stands for two roles says of neither which one is meant."),
    PERMISSION_BEYOND_TENANT(
            ERROR, "The permission is about the whole installation; from within a tenant it would reach the others."),
    PERMISSION_NOBODY_ASKS(WARNING, "A permission that nothing checks has no effect; it may be misspelt."),
    DEFAULT_GIVES_ROLES(WARNING, "Everyone who signs up could pass on their permissions to anyone they reach."),
    TENANT_ROLE_GIVES_ROLES(NOTE, "Administrators of a tenant can appoint others without anyone else reviewing it."),
    GIVES_WITHOUT_PERMISSION(WARNING, "What a role gives means nothing as long as it may not give any."),
    WRITABLE_BY_NOBODY(WARNING, "No party may ever write the field, so it keeps its default for ever."),
    READABLE_BY_NOBODY(NOTE, "No party may read the field, so it can only be looked at in the database."),
    UNUSED_PROFILE(WARNING, "No kind has the profile, so no account ever gets it."),
    SAME_IN_EVERY_KIND(
            NOTE, "The same field is in a profile of every kind; it belongs in a shared profile or in `fields`."),
    UNUSED_ROLE(NOTE, "A role that is assigned to nobody by default and permits nothing has no effect."),
    ROLE_NOBODY_CAN_GIVE(
            WARNING, "Roles are assigned by people who may assign them; if nobody may, only a seed file can."),
    TWO_DEFAULT_KINDS(ERROR, "A sign-up can be of one kind only."),
    SAME_LABEL(NOTE, "People see the label, not the name, and cannot tell the two apart."),
    PERSONAL_TO_EVERY_SERVICE(WARNING, "Every service that reads a personal field is a place from which it can leak."),
    IDS_TO_SERVICES(WARNING, "Counting ids in another service's hands tell it how many accounts there are."),
    SERVICE_WITHOUT_CONTRACT(NOTE, "A service that reads and writes nothing has no use for a key."),
    SERVICE_WRITES_IDENTIFIER(WARNING, "A service that can change what people sign in with can take accounts over."),
    HIDDEN_FROM_SERVICE(ERROR, "The contract promises a field that is never returned to anybody."),
    RETENTION_NEVER_MATCHES(WARNING, "A rule that can never match gives a false sense of tidiness."),
    RETENTION_OVERLAPS(NOTE, "Two rules that take the same accounts make it hard to say why one went."),
    RETENTION_SINCE_OPTIONAL(WARNING, "Accounts without the date are kept for ever: the rule never matches them."),
    ERASE_COLLIDES(ERROR, "The second account that is anonymised would be refused: the value is taken."),
    ERASE_OWED(ERROR, "A required field cannot be left empty, so no account could be anonymised."),
    PATTERN_TOO_WIDE(NOTE, "A pattern that everything matches checks nothing."),
    DEFAULT_OF_IDENTIFIER(ERROR, "The second account that takes the default would be refused: the value is taken."),
    IMMUTABLE_AND_UNSET(WARNING, "Nobody who creates an account may write it, so it stays empty for ever."),
    RETENTION_TOO_SOON(WARNING, "Accounts would go within a day of the date the rule counts from."),
    RETENTION_UNINDEXED(NOTE, "Each preview and each run of the rule reads every account there is."),
    RETENTION_SPARES_NONE(WARNING, "Without a filter the rule takes every account that is old enough."),
    DECISION_OWED(ERROR, "Records are there already, and the file does not say what becomes of them."),
    NOT_ON_LIVE_DATA(ERROR, "This cannot be changed while records are there."),
    STORED_VALUES_BREAK(WARNING, "Stored values break the new rule; if you allow that, they are set aside."),
    STORED_VALUES_GO(
            WARNING, "Values that people entered would no longer be there; if you allow that, they are set aside."),
    ADMINISTRATORS_WITHOUT_FACTOR(WARNING, "Administrators are locked out until they add a second factor."),
    RIGHTS_GROW(WARNING, "People may do or read more than before, without anybody having granted it."),
    CONTRACT_BROKEN(WARNING, "A service that works with the live model loses something that its contract promises."),
    RETENTION_TAKES_MUCH(WARNING, "A rule that takes a large share of all accounts at once is usually a mistake.");

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
