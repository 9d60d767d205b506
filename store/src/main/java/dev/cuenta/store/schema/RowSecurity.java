package dev.cuenta.store.schema;

import dev.cuenta.core.model.Profile;
import dev.cuenta.store.statement.BriefStatement;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * The second wall between tenants. Statements say by themselves to whom they are limited; where one forgets, PostgreSQL still shows
 * a transaction within a tenant nothing but that tenant's records. The tables' owner is not held by it, the service's own role is.
 */
public final class RowSecurity {
    public static final String POLICY = "cuenta_scope";

    private static final String EVERYWHERE =
            "(select coalesce(current_setting('cuenta.scope', true) = 'everywhere', false))";
    /** In place and not in a function: it is asked for each row. Where nothing is set, or everything, it is null. */
    private static final String TENANT =
            "nullif(nullif(current_setting('cuenta.scope', true), 'everywhere'), '')::uuid";

    /** The tenant to which the transaction is limited, as SQL; null for none. */
    public static final String HERE = "(select " + TENANT + ")";

    /**
     * Which rows of a table are there.
     *
     * @param using of those that are stored
     * @param check of those that come in
     */
    public record Policy(String table, String using, String check) {
        private String text() {
            return "using (" + EVERYWHERE + " or " + using + ") with check (" + check + ")";
        }

        /** Tells one text from another; PostgreSQL writes expressions down in words of its own. */
        String mark() {
            return UUID.nameUUIDFromBytes(text().getBytes(StandardCharsets.UTF_8))
                    .toString();
        }

        public List<BriefStatement> statements() {
            return Stream.of(
                            "drop policy if exists " + POLICY + " on " + table,
                            "create policy " + POLICY + " on " + table + " " + text(),
                            "comment on policy " + POLICY + " on " + table + " is '" + mark() + "'",
                            "alter table " + table + " enable row level security")
                    .map(sql -> BriefStatement.on(table, sql))
                    .toList();
        }
    }

    private final Shape shape;

    public RowSecurity(Shape shape) {
        this.shape = shape;
    }

    /** One for each table whose rows belong to accounts that a tenant's administrators may meet; none for a model without tenants. */
    public List<Policy> policies() {
        if (!shape.model().tenants().present()) {
            return List.of();
        }
        List<Policy> policies = new ArrayList<>();
        policies.add(new Policy(
                Shape.qualified(null), TenantsOfAccounts.COLUMN + " @> (select array[" + TENANT + "])", "true"));
        shape.model().profiles().values().forEach(profile -> policies.add(policy(profile)));
        policies.add(ofTenant("cuenta.membership"));
        policies.add(ofTenant("cuenta.former_membership"));
        policies.add(new Policy(
                "cuenta.role_given",
                "(tenant_id is null or " + here("tenant_id") + ") and " + member("role_given.account_id"),
                EVERYWHERE + " or tenant_id is null or " + here("tenant_id")));
        policies.add(new Policy("cuenta.picture", member("picture.account_id"), "true"));
        policies.add(new Policy(
                "cuenta.activity",
                "coalesce(tenant, " + TENANT + ") = " + TENANT + " and coalesce(details->>'tenant', (" + TENANT
                        + ")::text) = (" + TENANT + ")::text and " + known(),
                "true"));
        return policies;
    }

    private static Policy policy(Profile profile) {
        return profile.withinTenant()
                ? ofTenant(Shape.qualified(profile.name()))
                : new Policy(
                        Shape.qualified(profile.name()),
                        member(Shape.quoted(Shape.table(profile.name())) + ".account_id"),
                        "true");
    }

    private static Policy ofTenant(String table) {
        return new Policy(table, here("tenant_id"), EVERYWHERE + " or " + here("tenant_id"));
    }

    private static String here(String column) {
        return column + " = " + HERE;
    }

    /**
     * A value and not {@code exists}, which PostgreSQL may answer from all members of the tenant at once, to look at a page of them.
     * There is one such row at most.
     */
    private static String member(String account) {
        return "(select true from cuenta.membership m where m.account_id = " + account + " and m.tenant_id = " + TENANT
                + ")";
    }

    /** Activity knows accounts by the ids that they had then; of accounts, the policy on their own table shows those that it may. */
    private String known() {
        return "(select true from accounts.account a where " + shape.isKnownBy("activity.account") + ")";
    }

    /** What has to be done so that the policies stand as they should; nothing where they do. */
    public List<List<BriefStatement>> owed(Catalogue catalogue) {
        List<List<BriefStatement>> owed = new ArrayList<>();
        List<Policy> policies = policies();
        if (!policies.isEmpty()) {
            owed.add(catalogue.keepersToRaise());
        }
        policies.stream()
                .filter(policy -> !catalogue.isGuarded(policy))
                .map(Policy::statements)
                .forEach(owed::add);
        return owed.stream().filter(statements -> !statements.isEmpty()).toList();
    }
}
