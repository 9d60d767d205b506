package dev.cuenta.store.sharing;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;

/** What services sign in with. A stolen copy of the table opens nothing: it holds hashes of keys. */
public final class ServiceKeys {
    private static final String COLUMNS =
            "id, service, prefix, scope, cast(networks as text[]) as networks, tenants, made_by, made_at,"
                    + " expires_at, last_used_at";

    private final Work work;

    public ServiceKeys(Work work) {
        this.work = work;
    }

    /**
     * Adds a key to the one that a service may have already; what is out of date makes room first.
     *
     * @throws Problem CONFLICT where the service has two; INVALID for what is no network
     */
    public ServiceKey add(
            String service,
            byte[] tokenHash,
            String prefix,
            List<String> scope,
            List<String> networks,
            List<TenantId> tenants,
            String madeBy,
            @Nullable Instant expires) {
        work.sql()
                .sql("delete from cuenta.service_key where service = ? and expires_at < now()")
                .param(service)
                .update();
        try {
            return work.sql()
                    .sql("insert into cuenta.service_key"
                            + " (id, service, place, prefix, token_hash, scope, networks, tenants, made_by, expires_at)"
                            + " select :id, :service, free, :prefix, :hash, :scope, cast(:networks as cidr[]), :tenants, :by,"
                            + " cast(:expires as timestamptz) from generate_series(1, 2) free where free not in"
                            + " (select place from cuenta.service_key where service = :service) limit 1 returning "
                            + COLUMNS)
                    .param("id", UuidCreator.getTimeOrderedEpoch())
                    .param("service", service)
                    .param("prefix", prefix)
                    .param("hash", tokenHash)
                    .param("scope", scope.toArray(String[]::new))
                    .param("networks", networks.toArray(String[]::new))
                    .param("tenants", tenants.stream().map(TenantId::value).toArray(UUID[]::new))
                    .param("by", madeBy)
                    .param("expires", expires == null ? null : expires.atOffset(ZoneOffset.UTC))
                    .query(ServiceKeys::read)
                    .optional()
                    .orElseThrow(() -> tooMany(service));
        } catch (DataIntegrityViolationException refused) {
            throw refused instanceof org.springframework.dao.DuplicateKeyException
                    ? tooMany(service)
                    : Problem.invalid("/networks", "network", "Give networks in CIDR notation, such as 10.20.0.0/16.");
        }
    }

    private static Problem tooMany(String service) {
        return Problem.of(
                ProblemKind.CONFLICT,
                "`" + service + "` has two keys already. Take back the one that is not used any more first.");
    }

    /**
     * The key that may be used now, from that address.
     *
     * @param premises of what will be remembered about the service
     */
    public Optional<ServiceKey> find(byte[] tokenHash, String address, Premises premises) {
        return work.find(
                premises,
                "select " + COLUMNS + " from cuenta.service_key k where token_hash = ?"
                        + " and (expires_at is null or expires_at > now())"
                        + " and (networks = '{}' or exists (select from unnest(k.networks) n where cast(? as inet) <<= n))",
                List.of(tokenHash, address),
                ServiceKeys::read);
    }

    /** Notes that the key is in use. */
    public void touch(UUID id) {
        work.sql()
                .sql("update cuenta.service_key set last_used_at = now() where id = ?")
                .param(id)
                .update();
    }

    /** All that are kept, by service and age. */
    public List<ServiceKey> all() {
        return work.sql()
                .sql("select " + COLUMNS + " from cuenta.service_key order by service, made_at, id")
                .query(ServiceKeys::read)
                .list();
    }

    /** Whether the service had that key. */
    public boolean withdraw(String service, UUID id) {
        return work.sql()
                        .sql("delete from cuenta.service_key where service = ? and id = ?")
                        .params(service, id)
                        .update()
                > 0;
    }

    private static ServiceKey read(ResultSet row, int index) throws SQLException {
        return new ServiceKey(
                row.getObject("id", UUID.class),
                row.getString("service"),
                row.getString("prefix"),
                texts(row.getArray("scope")),
                texts(row.getArray("networks")),
                Arrays.stream((UUID[]) row.getArray("tenants").getArray())
                        .map(TenantId::new)
                        .toList(),
                row.getString("made_by"),
                row.getObject("made_at", OffsetDateTime.class).toInstant(),
                instant(row, "expires_at"),
                instant(row, "last_used_at"));
    }

    private static List<String> texts(Array array) throws SQLException {
        return List.of((String[]) array.getArray());
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        OffsetDateTime moment = row.getObject(column, OffsetDateTime.class);
        return moment == null ? null : moment.toInstant();
    }
}
