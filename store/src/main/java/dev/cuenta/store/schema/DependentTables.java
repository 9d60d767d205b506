package dev.cuenta.store.schema;

import dev.cuenta.store.statement.BriefStatement;
import java.util.List;
import java.util.stream.Stream;

/**
 * The fixed tables whose records hang on accounts. What an account's key is depends on the model, so that they are made with its first
 * revision instead of with the other fixed tables. A later version of the service may have more of them than an earlier one made; a column
 * that such a table did not have comes with a migration.
 */
public final class DependentTables {
    /** What reads roles reads them here, so that none counts before it starts, after it has ended, unapproved, or in a suspended tenant. */
    public static final String ROLE_IN_EFFECT = "cuenta.role_in_effect";

    /** What a publish gave to whom, as long as it can be cancelled. */
    public static final String FILLED = "cuenta.filled";

    private static final String ACCOUNT = "account_id ${key} not null references accounts.account on delete cascade";

    private final IdType keys;

    public DependentTables(IdType keys) {
        this.keys = keys;
    }

    /**
     * A table, a view or an index, by the name under which it is found.
     *
     * @param returns whether it is a table whose rows are kept with an account that is put aside, and come back with it
     */
    public record Part(String name, BriefStatement statement, boolean returns) {
        private Part and(String table) {
            return new Part(name, statement.and(table), returns);
        }

        /** What ends with the account, or is made anew. */
        private Part passing() {
            return new Part(name, statement, false);
        }
    }

    /** Each after those that it refers to. */
    public List<Part> parts() {
        return Stream.of(passwords(), secondFactors(), sessions(), roles(), memberships(), values(), messages())
                .flatMap(List::stream)
                .toList();
    }

    private List<Part> passwords() {
        return List.of(table("cuenta.credential", """
                    ${account},
                    hash text not null,
                    set_at timestamptz not null default now(),
                    primary key (account_id)"""), table("cuenta.former_password", """
                    ${account},
                    hash text not null,
                    set_at timestamptz not null,
                    primary key (account_id, set_at)"""));
    }

    private List<Part> secondFactors() {
        return List.of(
                table("cuenta.second_factor", """
                    ${account},
                    seed bytea not null,
                    confirmed_at timestamptz,
                    last_step bigint not null default 0,
                    primary key (account_id)"""),
                table("cuenta.recovery_code", """
                    account_id ${key} not null references cuenta.second_factor on delete cascade,
                    hash bytea not null,
                    primary key (account_id, hash)""").and("cuenta.second_factor"));
    }

    private List<Part> sessions() {
        return List.of(
                table("cuenta.session", """
                    token_hash bytea primary key,
                    ${account},
                    created_at timestamptz not null default now(),
                    expires_at timestamptz not null,
                    tenant_id uuid references cuenta.tenant on delete set null,
                    all_tenants boolean not null default false,
                    id uuid not null default gen_random_uuid() unique,
                    last_used_at timestamptz not null default now(),
                    agent text not null default '',
                    strong boolean not null default false""").and(Ddl.TENANT).passing(),
                index("session_account", "cuenta.session (account_id)"),
                index("session_tenant", "cuenta.session (tenant_id) where tenant_id is not null"),
                index("session_expires_at", "cuenta.session (expires_at)"));
    }

    private List<Part> roles() {
        return List.of(
                table("cuenta.role_given", """
                    ${account},
                    role smallint not null,
                    tenant_id uuid references cuenta.tenant,
                    given_at timestamptz not null default now(),
                    given_by text,
                    reason text,
                    starts_at timestamptz,
                    ends_at timestamptz,
                    waiting boolean,
                    asked_by text,
                    approved_by text,
                    unique nulls not distinct (account_id, role, tenant_id)""").and(Ddl.TENANT),
                new Part(ROLE_IN_EFFECT, BriefStatement.of("""
                    create view cuenta.role_in_effect with (security_invoker = true) as
                    select account_id, role, tenant_id, given_at, ends_at from cuenta.role_given g
                    where waiting is not true
                        and coalesce(starts_at, '-infinity') <= now() and coalesce(ends_at, 'infinity') > now()
                        and not exists (select from cuenta.tenant t where t.id = g.tenant_id and t.suspended_at is not null)"""), false),
                index("role_given_holders", """
                    cuenta.role_given
                    (role, account_id, coalesce(tenant_id, '00000000-0000-0000-0000-000000000000'))"""),
                index(
                        "role_given_in_tenant",
                        "cuenta.role_given (tenant_id, role, account_id) where tenant_id is not null"),
                index("role_given_timed", "cuenta.role_given (account_id) where " + RightsStamps.TIMED),
                index("role_given_waiting", "cuenta.role_given (account_id) where waiting"));
    }

    private List<Part> memberships() {
        return List.of(
                table("cuenta.membership", """
                    ${account},
                    tenant_id uuid not null references cuenta.tenant,
                    since timestamptz not null default now(),
                    primary key (account_id, tenant_id)""").and(Ddl.TENANT),
                index("membership_tenant", "cuenta.membership (tenant_id)"),
                table("cuenta.former_membership", """
                    ${account},
                    tenant_id uuid not null,
                    ended_at timestamptz not null default now(),
                    primary key (account_id, tenant_id)"""),
                index("former_membership_tenant", "cuenta.former_membership (tenant_id)"));
    }

    /** What belongs to fields and is not in their column. */
    private List<Part> values() {
        return List.of(
                table("cuenta.picture", """
                    id uuid primary key,
                    ${account},
                    field text not null,
                    media_type text not null,
                    width integer not null,
                    height integer not null,
                    bytes integer not null,
                    created_at timestamptz not null default clock_timestamp()""").passing(),
                index("picture_account", "cuenta.picture (account_id, field, created_at)"),
                table("cuenta.secret_lookup", """
                    ${account} deferrable initially deferred,
                    field text not null,
                    key_id text not null,
                    hash text not null,
                    primary key (account_id, field)""").passing(),
                index("secret_lookup_hash", "cuenta.secret_lookup (field, hash)"),
                table("cuenta.dependent", """
                    service text not null,
                    sort text not null,
                    key text not null,
                    ${account},
                    registered_at timestamptz not null default now(),
                    primary key (service, sort, key)""").passing(),
                index("dependent_account", "cuenta.dependent (account_id)"),
                table(FILLED, """
                    revision integer not null,
                    place text not null,
                    ${account},
                    given text not null,
                    primary key (revision, place, account_id)""").passing());
    }

    private List<Part> messages() {
        return List.of(
                table("cuenta.confirmed", """
                    ${account},
                    field text not null,
                    confirmed_at timestamptz not null,
                    primary key (account_id, field)"""),
                table("cuenta.proof", """
                    ${account},
                    purpose text not null,
                    field text not null,
                    token_hash bytea not null unique,
                    form text not null,
                    made_at timestamptz not null default now(),
                    expires_at timestamptz not null,
                    primary key (account_id, purpose, field)""").passing(),
                table("cuenta.message", """
                    id uuid primary key,
                    ${account},
                    purpose text not null,
                    field text not null,
                    due_at timestamptz not null default now(),
                    attempts integer not null default 0,
                    address text not null default '',
                    claimed_until timestamptz,
                    put_aside_at timestamptz,
                    unique (account_id, purpose, field, address)""").passing(),
                index("message_due_at", "cuenta.message (due_at)"));
    }

    /** A reference locks what it refers to. */
    private Part table(String name, String columns) {
        String filled = columns.replace("${account}", ACCOUNT)
                .replace("${key}", keys.sql())
                .indent(4);
        String sql = "create table if not exists " + name + " (\n" + filled + ")";
        return new Part(name, BriefStatement.on(Shape.qualified(null), sql), true);
    }

    private static Part index(String name, String of) {
        String table = of.split("\\s", 2)[0];
        String sql = "create index if not exists " + name + " on " + of;
        return new Part("cuenta." + name, BriefStatement.on(table, sql), false);
    }
}
