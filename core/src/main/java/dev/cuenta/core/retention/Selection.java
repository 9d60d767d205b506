package dev.cuenta.core.retention;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The records that a rule takes at one moment: those that its filter chooses, whose time has come, and that no service's record
 * holds in place.
 *
 * @param due as {@code condition}, with those that are held
 */
public record Selection(Condition condition, Condition due, Attribute since, Instant cutoff) {
    /** Of those that are due, those that a service's record holds in place. */
    public Condition held() {
        return new Condition.And(List.of(due, new Condition.Not(new Condition.Unheld())));
    }

    /** As {@link #of}, for a rule that may speak of what the model does not have. */
    public static Optional<Selection> ifItFits(AccountModel model, RetentionRule rule, Instant now) {
        Attributes attributes = Attributes.of(model, field -> true);
        boolean fits = attributes.find(rule.since()).filter(Selection::isMoment).isPresent()
                && (rule.where() == null
                        || new Conditions(attributes).bind(rule.where()).isPresent());
        return fits ? Optional.of(of(model, rule, now)) : Optional.empty();
    }

    /** Whether time can be counted from it. */
    public static boolean isMoment(Attribute attribute) {
        Column.Kind kind = attribute.type().column(attribute.limits()).kind();
        return kind == Column.Kind.DATE || kind == Column.Kind.TIMESTAMP;
    }

    public static Selection of(AccountModel model, RetentionRule rule, Instant now) {
        return at(model, rule, rule.after().before(now), List.of());
    }

    /**
     * What was due at a moment that is past, as far as nothing has changed in it since then.
     *
     * @param begun when that was recorded
     */
    public static Selection recorded(AccountModel model, RetentionRule rule, Instant cutoff, Instant begun) {
        Attribute modified =
                Attributes.of(model, field -> true).find("meta.lastModified").orElseThrow();
        return at(model, rule, cutoff, List.of(new Condition.Compare(modified, Comparison.LE, begun)));
    }

    private static Selection at(AccountModel model, RetentionRule rule, Instant cutoff, List<Condition> besides) {
        Attributes attributes = Attributes.of(model, field -> true);
        Attribute since = attributes.find(rule.since()).orElseThrow();
        boolean day = since.type().column(since.limits()).kind() == Column.Kind.DATE;
        Object latest = day ? cutoff.atOffset(ZoneOffset.UTC).toLocalDate() : cutoff;
        List<Condition> conditions = new ArrayList<>(besides);
        conditions.add(new Condition.Compare(since, Comparison.LE, latest));
        if (rule.where() != null) {
            conditions.add(new Conditions(attributes).bind(rule.where()).orElseThrow());
        }
        done(rule.action())
                .flatMap(attributes::find)
                .map(Condition.Present::new)
                .map(Condition.Not::new)
                .ifPresent(conditions::add);
        model.administeringRoles().forEach(role -> conditions.add(sparing(role, attributes)));
        Condition due = new Condition.And(conditions);
        boolean holds = model.services().values().stream()
                .anyMatch(service -> !service.restricting().isEmpty());
        Condition taken = holds ? new Condition.And(List.of(due, new Condition.Unheld())) : due;
        return new Selection(taken, due, since, cutoff);
    }

    /** What an account has when its rule has been run on it and it is there still, or it would be due for ever. */
    private static Optional<String> done(RetentionRule.Action action) {
        return switch (action) {
            case DELETE, ARCHIVE -> Optional.empty();
            case ANONYMISE -> Optional.of(Attributes.ANONYMISED);
        };
    }

    /** Whoever administers is never pruned, or a rule could lock everybody out. */
    private static Condition sparing(Role role, Attributes attributes) {
        Attribute roles = attributes.find("roles").orElseThrow();
        return new Condition.Not(new Condition.Compare(roles, Comparison.EQ, role.name()));
    }
}
