package dev.cuenta.store.session;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.RightsStamps;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Who is signed in. A stolen copy of the table opens nothing: it holds hashes of tokens. */
public final class Sessions {
    /**
     * The account of a session, with what decides on its rights; tenants in the order in which it joined them.
     *
     * @param chosen the tenant that the person chose for this session; null for none
     * @param allTenants whether they chose all of them
     * @param lastUsed within a minute, if {@link #touch} is called
     * @param strong whether it was opened with a second factor; what demands one is left out where it was not
     * @param rightsStamp rises with what the account may do, but for the revision
     */
    public record Signed(
            AccountId account,
            List<GivenRole> roles,
            List<TenantId> tenants,
            @Nullable TenantId chosen,
            boolean allTenants,
            UUID session,
            Instant lastUsed,
            boolean strong,
            long rightsStamp) {}

    private static final int LONGEST_AGENT = 200;

    private final Work work;
    private final AccountModel model;

    public Sessions(Work work) {
        this.work = work;
        this.model = work.revision().model();
    }

    /**
     * Opens a session.
     *
     * @param agent the program that opens it, as it calls itself
     * @param strong whether a second factor was shown
     * @return its id, by which it may be shown and ended
     */
    public UUID open(byte[] tokenHash, AccountId account, Instant expires, String agent, boolean strong) {
        return work.sql()
                .sql(
                        "insert into cuenta.session (token_hash, account_id, expires_at, agent, strong) values (?, ?, ?, ?, ?) returning id")
                .params(
                        tokenHash,
                        work.keys().of(account),
                        expires.atOffset(ZoneOffset.UTC),
                        agent.substring(0, Math.min(LONGEST_AGENT, agent.length())),
                        strong)
                .query(UUID.class)
                .single();
    }

    /**
     * One statement: the session, its account's roles and its tenants.
     *
     * @param idle how long a session may go unused
     */
    public Optional<Signed> find(byte[] tokenHash, Duration idle) {
        return find(tokenHash, idle, new Premises());
    }

    /**
     * As {@link #find(byte[], Duration)}.
     *
     * @param premises of what will be remembered about whoever signed in
     */
    public Optional<Signed> find(byte[] tokenHash, Duration idle, Premises premises) {
        return signed("s.token_hash", tokenHash, idle, premises);
    }

    /** By the session's id. */
    public Optional<Signed> find(UUID session, Duration idle) {
        return signed("s.id", session, idle, new Premises());
    }

    private Optional<Signed> signed(String column, Object value, Duration idle, Premises premises) {
        return work.find(
                premises,
                """
                select %s as account, s.id as session, s.last_used_at, s.tenant_id, s.all_tenants, s.strong, %s as rights_stamp,
                    (select coalesce(array_agg(g.role || '/' || coalesce(g.tenant_id::text, '') || '/' || coalesce(to_json(g.ends_at) #>> '{}', '')), '{}')
                     from cuenta.role_in_effect g left join cuenta.tenant t on t.id = g.tenant_id
                     where g.account_id = s.account_id and (s.strong or not coalesce(t.second_factor, false))) as roles,
                    (select coalesce(array_agg(m.tenant_id::text order by m.since, m.tenant_id), '{}')
                     from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id
                     where m.account_id = s.account_id and t.suspended_at is null and (s.strong or not t.second_factor)) as tenants
                from cuenta.session s where %s = ? and s.expires_at > now() and s.last_used_at > now() - make_interval(secs => ?)""".formatted(work.revision().shape().idOf("s.account_id"), RightsStamps.of("s.account_id"), column),
                List.of(value, (double) idle.toSeconds()),
                this::read);
    }

    /** The session goes on under another token. */
    public void renew(byte[] tokenHash, byte[] next, boolean strong) {
        work.sql()
                .sql("update cuenta.session set token_hash = ?, strong = ? where token_hash = ?")
                .params(next, strong, tokenHash)
                .update();
    }

    /** Notes that the session is in use. */
    public void touch(UUID session) {
        work.sql()
                .sql("update cuenta.session set last_used_at = now() where id = ?")
                .param(session)
                .update();
    }

    /** The account's open ones; what was used last comes first. */
    public List<OpenSession> of(AccountId account, Duration idle) {
        return work.sql()
                .sql("""
                select * from cuenta.session
                where account_id = ? and expires_at > now() and last_used_at > now() - make_interval(secs => ?)
                order by last_used_at desc, id""")
                .params(work.keys().of(account), (double) idle.toSeconds())
                .query((row, index) -> new OpenSession(
                        row.getObject("id", UUID.class),
                        row.getObject("created_at", OffsetDateTime.class).toInstant(),
                        row.getObject("last_used_at", OffsetDateTime.class).toInstant(),
                        row.getObject("expires_at", OffsetDateTime.class).toInstant(),
                        row.getString("agent")))
                .list();
    }

    /** Ends all of the account's; says how many there were. */
    public int endAll(Controlled account) {
        return work.sql()
                .sql("delete from cuenta.session where account_id = ?")
                .param(work.keys().of(account.id()))
                .update();
    }

    /** Whether the account had that one. */
    public boolean end(Controlled account, UUID session) {
        return work.sql()
                        .sql("delete from cuenta.session where account_id = ? and id = ?")
                        .params(work.keys().of(account.id()), session)
                        .update()
                > 0;
    }

    /**
     * What the session's requests are about from now on.
     *
     * @param tenant null for none in particular
     * @param allTenants whether they say that all tenants are meant
     */
    public void choose(byte[] tokenHash, @Nullable TenantId tenant, boolean allTenants) {
        work.sql()
                .sql(
                        "update cuenta.session set tenant_id = cast(:tenant as uuid), all_tenants = :all where token_hash = :token")
                .param("tenant", tenant == null ? null : tenant.value())
                .param("all", allTenants)
                .param("token", tokenHash)
                .update();
    }

    public void end(byte[] tokenHash) {
        work.sql()
                .sql("delete from cuenta.session where token_hash = ?")
                .param(tokenHash)
                .update();
    }

    /** Ends the account's sessions but the one of the token; says how many there were. */
    public int endOthers(AccountId account, byte[] tokenHash) {
        return work.sql()
                .sql("delete from cuenta.session where account_id = ? and token_hash <> ?")
                .params(work.keys().of(account), tokenHash)
                .update();
    }

    public int sweep() {
        return work.sql()
                .sql("delete from cuenta.session where expires_at < now()")
                .update();
    }

    private Signed read(ResultSet row, int index) throws SQLException {
        List<GivenRole> roles = new ArrayList<>();
        for (String given : (String[]) row.getArray("roles").getArray()) {
            String[] parts = given.split("/", 3);
            model.roleNumbered(Integer.parseInt(parts[0]))
                    .ifPresent(role -> roles.add(new GivenRole(
                            role.name(),
                            parts[1].isEmpty() ? null : new TenantId(UUID.fromString(parts[1])),
                            parts[2].isEmpty()
                                    ? null
                                    : OffsetDateTime.parse(parts[2]).toInstant())));
        }
        List<TenantId> tenants = new ArrayList<>();
        for (String tenant : (String[]) row.getArray("tenants").getArray()) {
            tenants.add(new TenantId(UUID.fromString(tenant)));
        }
        return new Signed(
                new AccountId(row.getString("account")),
                roles,
                tenants,
                Optional.ofNullable(row.getObject("tenant_id", UUID.class))
                        .map(TenantId::new)
                        .orElse(null),
                row.getBoolean("all_tenants"),
                row.getObject("session", UUID.class),
                row.getObject("last_used_at", OffsetDateTime.class).toInstant(),
                row.getBoolean("strong"),
                row.getLong("rights_stamp"));
    }
}
