package dev.cuenta.store.invitation;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.EnforcedLimits;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Invitations to tenants. Each is kept as a hash of its token, is good for one account, and ends by itself. */
public final class Invitations {
    /** So many are open in a tenant at most. */
    public static final int MOST_OPEN = 1000;
    /** So many a tenant sends by mail in a day: an address on the internet is easily written down. */
    public static final int MOST_MAILED = 500;

    private static final int MOST_TRIES = 12;
    private static final double CLAIM_SECONDS = 120;

    private static final String COLUMNS = "*, case when mailed_at is not null and mail_due_at is null then 'SENT'"
            + " when attempts >= " + MOST_TRIES + " then 'FAILED' when mail_due_at is not null then 'DUE' end as mail";

    private final Work work;

    public Invitations(Work work) {
        this.work = work;
    }

    /**
     * What an invitation is to be.
     *
     * @param address null for whoever has the token
     * @param roles numbers of those that come with it
     */
    public record Wanted(TenantId tenant, @Nullable String address, List<Integer> roles, Giver by, Duration goodFor) {}

    /**
     * Makes one; whoever was invited at the address before has this one instead.
     *
     * @throws Problem CONFLICT where too many are open
     */
    public Invitation add(Wanted wanted, byte[] tokenHash) {
        if (of(wanted.tenant()).size() >= MOST_OPEN) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    MOST_OPEN + " invitations to this tenant are open. Withdraw some, or wait until they are used.");
        }
        Invitation made = made(wanted, tokenHash);
        new EnforcedLimits(work).holdInvitations(wanted.tenant());
        return made;
    }

    private Invitation made(Wanted wanted, byte[] tokenHash) {
        AccountId person = wanted.by().person();
        return work.sql()
                .sql("""
                insert into cuenta.invitation (id, token_hash, tenant_id, address, roles, made_by, person, alone, expires_at)
                values (?, ?, ?, ?, cast(? as smallint[]), ?, ?, ?, now() + make_interval(secs => ?))
                on conflict (tenant_id, address) where address is not null do update set token_hash = excluded.token_hash,
                    roles = excluded.roles, made_by = excluded.made_by, person = excluded.person, alone = excluded.alone,
                    made_at = now(), expires_at = excluded.expires_at, mail_due_at = null, mailed_at = null, attempts = 0
                returning %s""".formatted(COLUMNS))
                .param(UuidCreator.getTimeOrderedEpoch())
                .param(tokenHash)
                .param(wanted.tenant().value())
                .param(wanted.address())
                .param(wanted.roles().toArray(Integer[]::new))
                .param(wanted.by().author())
                .param(person == null ? null : person.text())
                .param(wanted.by().alone())
                .param((double) wanted.goodFor().toSeconds())
                .query(Invitations::read)
                .single();
    }

    /**
     * Has it sent to its address as soon as may be, with a token of its own.
     *
     * @throws Problem TOO_MANY where the tenant has sent many today
     */
    public Invitation mail(UUID id, TenantId tenant) {
        int counted = work.sql().sql("""
                update cuenta.tenant set mailed = case when mailed_on = current_date then mailed + 1 else 1 end, mailed_on = current_date
                where id = ? and (mailed_on is distinct from current_date or mailed < ?)""").params(tenant.value(), MOST_MAILED).update();
        if (counted == 0) {
            throw Problem.tooMany(
                    "The tenant has sent " + MOST_MAILED + " invitations today. Send more tomorrow, or give links.",
                    Duration.ofDays(1));
        }
        return work.sql()
                .sql("update cuenta.invitation set mail_due_at = now(), attempts = 0 where id = ? and tenant_id = ?"
                        + " returning " + COLUMNS)
                .params(id, tenant.value())
                .query(Invitations::read)
                .single();
    }

    /**
     * A mail that is being sent; nobody else sends it before the claim lapses.
     *
     * @param attempts how often it was tried since it was last asked for, this time included
     * @param until when the claim lapses; also what tells it from a later one
     */
    public record Claim(Invitation invitation, int attempts, Instant until) {}

    /** A mail that is to go out now: with the token whose hash was given, which is the only one that is good from now on. */
    public Optional<Claim> claimMail(byte[] tokenHash) {
        return work.sql()
                .sql("""
                update cuenta.invitation set token_hash = ?, claimed_until = now() + make_interval(secs => ?), attempts = attempts + 1
                where id = (select id from cuenta.invitation
                    where mail_due_at <= now() and expires_at > now() and attempts < ? and coalesce(claimed_until, now()) <= now()
                    order by mail_due_at limit 1 for update skip locked)
                returning %s""".formatted(COLUMNS))
                .params(tokenHash, CLAIM_SECONDS, MOST_TRIES)
                .query((row, index) ->
                        new Claim(read(row, index), row.getInt("attempts"), instant(row, "claimed_until")))
                .optional();
    }

    /** It went out. */
    public void mailed(Claim claim) {
        giveBack(claim, "mailed_at = now(), mail_due_at = null");
    }

    /** It could not be sent: again after a while that doubles, and not for ever. */
    public void postpone(Claim claim) {
        giveBack(claim, "mail_due_at = now() + make_interval(secs => 10 * power(2, least(attempts, 9)))");
    }

    /** What was asked for again since it was claimed stays due. Whose claim has lapsed and is another's now marks nothing. */
    private void giveBack(Claim claim, String set) {
        if (marked(claim, "claimed_until = null, " + set, " and attempts = " + claim.attempts()) == 0) {
            marked(claim, "claimed_until = null", "");
        }
    }

    private int marked(Claim claim, String set, String condition) {
        return work.sql()
                .sql("update cuenta.invitation set " + set + " where id = ? and claimed_until = ?" + condition)
                .params(claim.invitation().id(), claim.until().atOffset(ZoneOffset.UTC))
                .update();
    }

    /** Uses it up: of two that come with the same one, the second finds nothing. */
    public Optional<Invitation> take(byte[] tokenHash) {
        return work.sql()
                .sql("delete from cuenta.invitation where token_hash = ? and expires_at > now() returning " + COLUMNS)
                .param(tokenHash)
                .query(Invitations::read)
                .optional();
    }

    /** The open ones of a tenant, oldest first. */
    public List<Invitation> of(TenantId tenant) {
        return work.sql()
                .sql(
                        "select " + COLUMNS
                                + " from cuenta.invitation where tenant_id = ? and expires_at > now() order by made_at, id limit ?")
                .params(tenant.value(), MOST_OPEN)
                .query(Invitations::read)
                .list();
    }

    /** One of the tenant that is open. */
    public Optional<Invitation> find(UUID id, TenantId tenant) {
        return work.sql()
                .sql("select " + COLUMNS
                        + " from cuenta.invitation where id = ? and tenant_id = ? and expires_at > now()")
                .params(id, tenant.value())
                .query(Invitations::read)
                .optional();
    }

    /** Whether there was one of the tenant to take back. */
    public boolean withdraw(UUID id, TenantId tenant) {
        return work.sql()
                        .sql("delete from cuenta.invitation where id = ? and tenant_id = ?")
                        .params(id, tenant.value())
                        .update()
                > 0;
    }

    public int sweep() {
        return work.sql()
                .sql("delete from cuenta.invitation where expires_at < now()")
                .update();
    }

    private static Invitation read(ResultSet row, int index) throws SQLException {
        String person = row.getString("person");
        String mail = row.getString("mail");
        return new Invitation(
                row.getObject("id", UUID.class),
                new TenantId(row.getObject("tenant_id", UUID.class)),
                row.getString("address"),
                Arrays.stream((Short[]) row.getArray("roles").getArray())
                        .map(Short::intValue)
                        .toList(),
                new Giver(
                        row.getString("made_by"),
                        person == null ? null : new AccountId(person),
                        row.getBoolean("alone")),
                instant(row, "made_at"),
                instant(row, "expires_at"),
                mail == null ? null : Invitation.Mail.valueOf(mail));
    }

    private static Instant instant(ResultSet row, String column) throws SQLException {
        return row.getObject(column, OffsetDateTime.class).toInstant();
    }
}
