package dev.cuenta.service.account;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.body.GivenFilter;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.wire.Page;
import dev.cuenta.wire.account.Count;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Lists accounts: filtered and sorted by what the caller may read, a page at a time. */
@Component
final class Listing {
    /** What a request asks for, as it was written. */
    record Request(
            @Nullable String filter,
            @Nullable String sort,
            Set<String> fields,
            int limit,
            @Nullable String cursor) {}

    /** Takes one batch after the other. */
    interface Batches {
        /** Also again, where the question has to be asked a second time. */
        void begin();

        void add(List<Map<String, Object>> batch);

        void end();
    }

    private static final int BATCH = 500;
    private static final int FURTHEST = 1_000_000;

    private final LiveRevisions live;
    private final Cursors cursors;
    private final SearchLimit searches;

    Listing(LiveRevisions live, Cursors cursors, SearchLimit searches) {
        this.live = live;
        this.cursors = cursors;
        this.searches = searches;
    }

    Page<Map<String, Object>> list(Caller caller, Request request) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, model);
            Viewer viewer = caller.viewer(model);
            revision.projection().checkRequested(request.fields(), viewer);
            AccountQuery query = query(revision, viewer, request);
            Needs needs = needs(caller, revision, query, request.fields());
            List<AccountRecord> records = AccountUseCases.showing(
                    caller,
                    revision,
                    scope,
                    request.fields(),
                    work -> told(caller, searches.page(query, needs, work), query, request, work));
            boolean more = records.size() > query.limit();
            List<AccountRecord> page = more ? records.subList(0, query.limit()) : records;
            return new Page<>(
                    shown(caller, page, request, revision),
                    more ? cursors.after(page.get(page.size() - 1), query, request.sort()) : null);
        });
    }

    /**
     * All that a filter chooses, as they are at one moment.
     *
     * @throws Problem INVALID also for a request that names a page
     */
    void all(Caller caller, Request request, Batches batches) {
        if (request.cursor() != null) {
            throw Problem.invalid("/cursor", "unknown", "An export has no pages: leave `cursor` and `limit` out.");
        }
        live.with(revision -> {
            AccountModel model = revision.model();
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, model);
            Viewer viewer = caller.viewer(model);
            revision.projection().checkRequested(request.fields(), viewer);
            AccountQuery query = query(revision, viewer, request);
            if (!AccountUseCases.secrets(model, request.fields()).isEmpty()) {
                throw Problem.invalid(
                        "/fields", "secret", "Secret fields are not exported. Read them account by account.");
            }
            Needs needs = needs(caller, revision, query, request.fields());
            return revision.readAtOnce(scope, work -> {
                batches.begin();
                Position after = null;
                List<AccountRecord> page;
                do {
                    page = searches.page(
                            new AccountQuery(query.condition(), query.sort(), query.descending(), BATCH, after),
                            needs,
                            work);
                    List<AccountRecord> batch = page.size() > BATCH ? page.subList(0, BATCH) : page;
                    batches.add(shown(caller, batch, request, revision));
                    after = batch.isEmpty() ? null : Cursors.position(batch.get(batch.size() - 1), query);
                } while (page.size() > BATCH);
                batches.end();
                return request;
            });
        });
    }

    private static List<Map<String, Object>> shown(
            Caller caller, List<AccountRecord> records, Request request, LiveRevision revision) {
        return records.stream()
                .map(record -> revision.projection()
                        .project(record, caller.viewer(revision.model(), record), request.fields()))
                .toList();
    }

    /** Where a page ends is told by the value that it is sorted by. */
    private static Needs needs(Caller caller, LiveRevision revision, AccountQuery query, Set<String> fields) {
        Needs shown = caller.needs(revision, fields);
        Field sort = query.sort().field();
        return sort == null ? shown : shown.and(new Needs(Set.of(sort.path()), false, false, true));
    }

    private static List<AccountRecord> told(
            Caller caller, List<AccountRecord> records, AccountQuery query, Request request, Work work) {
        List<AccountId> shown =
                records.stream().limit(query.limit()).map(AccountRecord::id).toList();
        AccountUseCases.tellOfSecrets(caller, shown, request.fields(), work);
        return records;
    }

    /**
     * How many accounts the filter chooses, and whether there are {@code more} than were counted.
     *
     * @param most where counting may end; null for nowhere
     */
    Count count(Caller caller, @Nullable String filter, @Nullable Integer most) {
        if (most != null && (most < 1 || most > FURTHEST)) {
            throw Problem.invalid("/upTo", "range", "`upTo` must be from 1 to " + FURTHEST + ".");
        }
        long counted = counted(caller, filter, most);
        return most == null ? new Count(counted, null) : new Count(Math.min(counted, most), counted > most);
    }

    private long counted(Caller caller, @Nullable String filter, @Nullable Integer most) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, model);
            Condition condition = GivenFilter.condition(filter, attributes(revision, caller.viewer(model)));
            return revision.read(scope, caller.premises(), work -> searches.count(condition, most, work));
        });
    }

    /** What is slow about a list before it is asked for. */
    Optional<String> caution(Caller caller, Request request) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, model);
            AccountQuery query = query(revision, caller.viewer(model), request);
            return revision.read(scope, caller.premises(), work -> searches.caution(query, work));
        });
    }

    private AccountQuery query(LiveRevision revision, Viewer viewer, Request request) {
        if (request.limit() < 1 || request.limit() > AccountQuery.HIGHEST_LIMIT) {
            throw Problem.invalid("/limit", "range", "`limit` must be from 1 to " + AccountQuery.HIGHEST_LIMIT + ".");
        }
        Attributes attributes = attributes(revision, viewer);
        String sort = request.sort() == null ? Attributes.CREATED : request.sort();
        boolean descending = sort.startsWith("-");
        Attribute attribute = sortable(descending ? sort.substring(1) : sort, attributes);
        return new AccountQuery(
                GivenFilter.condition(request.filter(), attributes),
                attribute,
                descending,
                request.limit(),
                request.cursor() == null
                        ? null
                        : cursors.read(
                                request.cursor(),
                                attribute,
                                request.sort(),
                                revision.model().id()));
    }

    private static Attributes attributes(LiveRevision revision, Viewer viewer) {
        return revision.matrix().attributes(viewer);
    }

    private static Attribute sortable(String path, Attributes attributes) {
        return attributes
                .find(path)
                .filter(Attribute::sortable)
                .orElseThrow(() -> Problem.invalid(
                        "/sort", "unknown", "There is no field `" + path + "` to sort by. " + attributes.advice(path)));
    }
}
