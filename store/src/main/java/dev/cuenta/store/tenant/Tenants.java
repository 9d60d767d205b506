package dev.cuenta.store.tenant;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.TenantLimits;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.tenant.Slug;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.RowCallbackHandler;

/** The tenants. */
public final class Tenants {
    /** So many letters of its id keep a slug apart from that of a tenant of the same name. */
    private static final int SUFFIX = 8;

    private static final String COLUMNS =
            "t.id, t.name, t.slug, t.second_factor, t.suspended_at is not null as suspended, t.archived_at is not null as archived, t.most_members, t.most_invitations, t.most_requests, t.fields,"
                    + " array(select d.domain from cuenta.tenant_domain d where d.tenant_id = t.id order by d.domain) as domains";

    private static final String PLACE = "select created_at, id from cuenta.tenant where id = :after";

    /** Never before the first that begins so. */
    private static final String PLACE_BY_NAME = """
            select greatest(lower(name) collate "C", :beginning),
                case when lower(name) collate "C" < :beginning then cast('00000000-0000-0000-0000-000000000000' as uuid) else id end
            from cuenta.tenant where id = :after""";

    private final Work work;

    public Tenants(Work work) {
        this.work = work;
    }

    public TenantId create(String name) {
        return create(new TenantId(UuidCreator.getTimeOrderedEpoch()), name);
    }

    /** As {@link #create(String)}, with the id that it had elsewhere. */
    public TenantId create(TenantId id, String name) {
        String text = id.toString();
        boolean own = Slug.fault(slugOf(name)).isEmpty() && added(id, name, "");
        if (!own) {
            added(id, name, "-" + text.substring(text.length() - SUFFIX));
        }
        return id;
    }

    private String slugOf(String name) {
        return work.sql()
                .sql("select cuenta.slug(?)")
                .param(name)
                .query(String.class)
                .single();
    }

    /** Until this transaction ends, no other one that asks for this makes tenants. */
    public void lock() {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended('cuenta tenants', 0))")
                .query((row, index) -> index)
                .list();
    }

    /** Remembers whose sign-up made the tenant: it may bear their name, which goes when they do. */
    public void found(TenantId tenant, AccountId founder) {
        work.sql()
                .sql("update cuenta.tenant set founder = ? where id = ?")
                .params(work.keys().of(founder).toString(), tenant.value())
                .update();
    }

    private boolean added(TenantId id, String name, String suffix) {
        return work.sql()
                        .sql("""
                insert into cuenta.tenant (id, name, slug) values (:id, :name, cuenta.slug(:name) || :suffix)
                on conflict (slug) do nothing""")
                        .param("id", id.value())
                        .param("name", name)
                        .param("suffix", suffix)
                        .update()
                > 0;
    }

    /** Whether memberships and roles count there only with a second factor, from the next request on. */
    public void demandSecondFactor(TenantId tenant, boolean demanded) {
        work.sql()
                .sql("update cuenta.tenant set second_factor = ? where id = ?")
                .params(demanded, tenant.value())
                .update();
    }

    public boolean exists(TenantId tenant) {
        return exists(tenant, new Premises());
    }

    /**
     * As {@link #exists(TenantId)}.
     *
     * @param premises of what will be remembered about whoever named the tenant
     */
    public boolean exists(TenantId tenant, Premises premises) {
        return find("id", tenant.value(), premises).isPresent();
    }

    /** The tenant that a subdomain names. */
    public Optional<TenantId> ofSlug(String slug) {
        return ofSlug(slug, new Premises());
    }

    /**
     * As {@link #ofSlug(String)}.
     *
     * @param premises of what will be remembered about whoever named the tenant
     */
    public Optional<TenantId> ofSlug(String slug, Premises premises) {
        return find("slug", slug, premises);
    }

    private Optional<TenantId> find(String column, Object value, Premises premises) {
        return work.find(
                premises,
                "select id from cuenta.tenant where " + column + " = ?",
                List.of(value),
                (row, index) -> new TenantId(row.getObject("id", UUID.class)));
    }

    /** The oldest tenant of that name. */
    public Optional<TenantId> named(String name) {
        return work.sql()
                .sql("select id from cuenta.tenant where name = ? order by created_at, id limit 1")
                .param(name)
                .query(UUID.class)
                .optional()
                .map(TenantId::new);
    }

    /** A page of tenants: oldest first; by name where only those are wanted that begin with something. */
    public List<Tenant> page(TenantQuery query) {
        String beginning = query.beginning();
        TenantId after = query.after();
        Map<String, Object> parameters = new HashMap<>(Map.of("limit", query.limit()));
        String from = "cuenta.tenant t";
        if (query.of() != null) {
            from = "cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id and m.account_id = :key";
            parameters.put("key", work.keys().of(query.of()));
        }
        String order = beginning.isEmpty() ? "t.created_at" : "lower(t.name)";
        List<String> where = new ArrayList<>(List.of("t.archived_at is " + (query.archived() ? "not null" : "null")));
        if (!beginning.isEmpty()) {
            // What begins with something is a range in the order of the letters' numbers, as the index has them. After
            // a place it has
            // one end only, or PostgreSQL would believe that it is short, and sort it.
            order += " collate \"C\"";
            where.add(order + " < :beyond");
            if (after == null) {
                where.add(order + " >= :beginning");
            }
            String lower = beginning.toLowerCase(Locale.ROOT);
            parameters.put("beginning", lower);
            parameters.put("beyond", lower + Character.toString(Character.MAX_CODE_POINT));
        }
        if (after != null) {
            where.add("(" + order + ", t.id) > (" + (beginning.isEmpty() ? PLACE : PLACE_BY_NAME) + ")");
            parameters.put("after", after.value());
        }
        if (query.among() != null) {
            where.add("t.id = any(:among)");
            parameters.put("among", query.among().stream().map(TenantId::value).toArray(UUID[]::new));
        }
        if (query.condition() != null) {
            TenantConditionSql compiled = new TenantConditionSql();
            where.add(compiled.compile(query.condition()));
            parameters.putAll(compiled.parameters());
        }
        return work.ask(
                "select " + COLUMNS + " from " + from + " where " + String.join(" and ", where) + " order by " + order
                        + ", t.id limit :limit",
                parameters,
                Tenants::read);
    }

    /** The one with the id, or with the slug. */
    public Optional<Tenant> find(String idOrSlug) {
        Optional<TenantId> id = TenantId.parse(idOrSlug);
        return work.sql()
                .sql("select " + COLUMNS + " from cuenta.tenant t where "
                        + (id.isPresent() ? "t.id = ?" : "t.slug = ?"))
                .param(id.<Object>map(TenantId::value).orElse(idOrSlug))
                .query(Tenants::read)
                .optional();
    }

    /** Of those that are there. */
    public Map<TenantId, String> names(Collection<TenantId> tenants) {
        Map<TenantId, String> names = new HashMap<>();
        if (!tenants.isEmpty()) {
            work.sql()
                    .sql("select id, name from cuenta.tenant where id = any(?)")
                    .param(tenants.stream().map(TenantId::value).toArray(UUID[]::new))
                    .query((RowCallbackHandler)
                            row -> names.put(new TenantId(row.getObject("id", UUID.class)), row.getString("name")));
        }
        return names;
    }

    public void rename(TenantId tenant, String name) {
        set(tenant, "name", name);
    }

    /**
     * Gives it another subdomain.
     *
     * @throws Problem TAKEN where another tenant has it
     */
    public void readdress(TenantId tenant, Slug slug) {
        try {
            set(tenant, "slug", slug.text());
        } catch (DuplicateKeyException taken) {
            throw Problem.of(ProblemKind.TAKEN, "Another tenant has the subdomain `" + slug.text() + "`.");
        }
    }

    /** From the next request on, memberships and roles there do not count; whoever works there works outside of tenants. */
    public void suspend(TenantId tenant) {
        work.sql()
                .sql("update cuenta.tenant set suspended_at = coalesce(suspended_at, now()) where id = ?")
                .param(tenant.value())
                .update();
        work.sql()
                .sql("update cuenta.session set tenant_id = null where tenant_id = ?")
                .param(tenant.value())
                .update();
    }

    /** It is suspended, and stands in no list from then on. */
    public void archive(TenantId tenant) {
        suspend(tenant);
        work.sql()
                .sql("update cuenta.tenant set archived_at = coalesce(archived_at, now()) where id = ?")
                .param(tenant.value())
                .update();
    }

    /** It stands in lists again, and stays suspended. */
    public void restore(TenantId tenant) {
        work.sql()
                .sql("update cuenta.tenant set archived_at = null where id = ?")
                .param(tenant.value())
                .update();
    }

    /**
     * Memberships and roles there count again.
     *
     * @throws Problem CONFLICT where it is archived
     */
    public void resume(TenantId tenant) {
        int resumed = work.sql()
                .sql("update cuenta.tenant set suspended_at = null where id = ? and archived_at is null")
                .param(tenant.value())
                .update();
        if (resumed == 0) {
            throw Problem.of(ProblemKind.CONFLICT, "It is archived. Restore it first: cuenta tenants restore");
        }
    }

    /** Of those that have such a limit, how many requests a minute are answered within them. */
    public Map<TenantId, Integer> requestLimits(Collection<TenantId> tenants) {
        Map<TenantId, Integer> limits = new HashMap<>();
        work.sql()
                .sql("""
                select id, most from (select id, coalesce(most_requests, ?::int) as most from cuenta.tenant where id = any(?)) limited
                where most is not null""")
                .param(work.revision().model().tenants().limits().requests())
                .param(tenants.stream().map(TenantId::value).toArray(UUID[]::new))
                .query((RowCallbackHandler)
                        row -> limits.put(new TenantId(row.getObject("id", UUID.class)), row.getInt("most")));
        return limits;
    }

    /** How much it may have from now on; who is there already stays. */
    public void limit(TenantId tenant, TenantLimits limits) {
        work.sql()
                .sql("update cuenta.tenant set most_members = ?, most_invitations = ?, most_requests = ? where id = ?")
                .param(limits.members())
                .param(limits.invitations())
                .param(limits.requests())
                .param(tenant.value())
                .update();
    }

    private void set(TenantId tenant, String column, Object value) {
        work.sql()
                .sql("update cuenta.tenant set " + column + " = ? where id = ?")
                .params(value, tenant.value())
                .update();
    }

    private static Tenant read(ResultSet row, int index) throws SQLException {
        return new Tenant(
                new TenantId(row.getObject("id", UUID.class)),
                row.getString("name"),
                row.getString("slug"),
                row.getBoolean("second_factor"),
                row.getBoolean("suspended"),
                row.getBoolean("archived"),
                List.of((String[]) row.getArray("domains").getArray()),
                new TenantLimits(
                        row.getObject("most_members", Integer.class),
                        row.getObject("most_invitations", Integer.class),
                        row.getObject("most_requests", Integer.class)),
                TenantFieldValues.read(row.getString("fields")));
    }
}
