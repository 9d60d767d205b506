package dev.cuenta.core.type;

import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** A reference to another account, by its id. When that account goes, the reference becomes empty. */
final class AccountType extends FieldType {
    private static final Pattern ID = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}|[1-9][0-9]{0,17}");

    AccountType() {
        super("account");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of();
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.ACCOUNT);
    }

    /** Whether the account is there is for the database to say. */
    @Override
    public Outcome read(Object raw, Limits limits) {
        return raw instanceof String id && ID.matcher(id).matches()
                ? Outcome.accepted(id)
                : Outcome.refused("account", "Is not the id of an account. Look it up: cuenta accounts list");
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.EQUALITY;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "description", "The id of an account");
    }

    @Override
    public boolean isOfAccountsOnly() {
        return true;
    }

    @Override
    public FormControl control() {
        return FormControl.ACCOUNT;
    }

    /** None: there may be no other account yet, and a made-up one would be refused. */
    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return "";
    }
}
