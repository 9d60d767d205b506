package dev.cuenta.service.sample;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Span;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.sample.Samples;
import dev.cuenta.service.account.NewAccounts;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.TenantQuery;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.sample.SampleRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Makes believable accounts that are valid under the live model, spread over the time that has passed. */
@Component
final class SampleAccounts {
    private static final int MOST = 10_000;
    private static final int BATCH = 50;
    private static final int TENANTS = 50;

    private final LiveRevisions live;
    private final NewAccounts newAccounts;
    private final Clock clock;

    SampleAccounts(LiveRevisions live, NewAccounts newAccounts, Clock clock) {
        this.live = live;
        this.newAccounts = newAccounts;
        this.clock = clock;
    }

    int make(Caller caller, SampleRequest wanted) {
        if (wanted.count() < 1 || wanted.count() > MOST) {
            throw Problem.invalid("/count", "range", "`count` must be from 1 to " + MOST + ".");
        }
        Instant now = clock.instant();
        Instant earliest = Span.parse(wanted.over() == null ? "P2Y" : wanted.over())
                .orElseThrow(
                        () -> Problem.invalid("/over", "duration", "`over` must be an ISO 8601 duration, such as P2Y."))
                .before(now);
        long seed = wanted.seed() == null ? now.toEpochMilli() : wanted.seed();
        PackagedWords words = new PackagedWords(seed, now);
        PackagedWords wordsInTenants = new PackagedWords(seed, now);
        int made = 0;
        while (made < wanted.count()) {
            int batch = Math.min(BATCH, wanted.count() - made);
            live.with(revision -> {
                caller.requireEverywhere(CuentaPermission.SAMPLES_MAKE, revision.model());
                return revision.write(Scope.EVERYWHERE, work -> {
                    new Activity(work)
                            .add(
                                    Action.RECORDS_ADDED,
                                    null,
                                    caller.origin(),
                                    Map.of("source", "samples", "count", batch));
                    return make(batch, revision, words, wordsInTenants, earliest, now, work);
                });
            });
            made += batch;
        }
        return made;
    }

    private int make(
            int count,
            LiveRevision revision,
            PackagedWords words,
            PackagedWords wordsInTenants,
            Instant earliest,
            Instant now,
            Work work) {
        AccountModel model = revision.model();
        Samples samples = new Samples(model, words);
        Samples inTenants = new Samples(model, wordsInTenants);
        List<Tenant> tenants =
                model.tenants().present() ? new Tenants(work).page(TenantQuery.first(TENANTS)) : List.of();
        if (model.tenants().present() && tenants.isEmpty()) {
            throw Problem.of(ProblemKind.CONFLICT, "There are no tenants yet. Sow some first: cuenta seed FILE");
        }
        for (int i = 0; i < count; i++) {
            Kind kind = samples.kind();
            Instant created = earliest.plusSeconds(
                    words.between(0, Duration.between(earliest, now).toSeconds()));
            List<TenantId> joined = tenants.isEmpty()
                    ? List.of()
                    : List.of(tenants.get((int) words.between(0, tenants.size() - 1))
                            .id());
            AccountId id = newAccounts.store(
                    newAccounts.forSeed(revision, kind, samples.body(kind), Set.of(), joined, created, Giver.CUENTA),
                    work);
            joined.forEach(tenant -> new Accounts(work)
                    .settle(id, tenant, revision.admission().forTenant(tenant, kind, inTenants.bodyInTenant(kind))));
            confirm(id, created, now, words, work);
        }
        return count;
    }

    /** Most people confirm their address within a day, and some never do. */
    private static void confirm(AccountId id, Instant created, Instant now, PackagedWords words, Work work) {
        work.revision().model().fields().values().stream()
                .filter(Field::confirmed)
                .filter(field -> words.between(1, 5) > 1)
                .forEach(field -> {
                    Instant moment = created.plusSeconds(
                            words.between(60, Duration.ofDays(1).toSeconds()));
                    new Proofs(work).confirm(id, field.path(), moment.isAfter(now) ? now : moment);
                });
    }
}
