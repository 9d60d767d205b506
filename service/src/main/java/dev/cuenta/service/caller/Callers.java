package dev.cuenta.service.caller;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.session.Sessions.Signed;
import dev.cuenta.store.sharing.ServiceKey;
import dev.cuenta.store.sharing.ServiceKeys;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds out whose a token is: a person's session, a service's key, or the installation's. */
@Component
final class Callers {
    /** Once a minute: a note for each request would be a write for each read. */
    private static final Duration TOUCHED = Duration.ofMinutes(1);

    private static final String NO_KEY =
            "This key is not good: it was taken back, is out of date, or may not be used from here.";

    /**
     * What a request shows.
     *
     * @param person the token of the person for whom a service acts; null for nobody
     * @param address from which it comes
     */
    record Asked(String token, @Nullable String person, CurrentTenant.Said said, String address) {}

    private final LiveRevisions live;
    private final InstallationKey installationKey;
    private final CurrentTenant currentTenant;
    private final KnownCallers known;
    private final TenantRequests requests;
    private final Settings settings;
    private final Clock clock;

    Callers(
            LiveRevisions live,
            InstallationKey installationKey,
            CurrentTenant currentTenant,
            KnownCallers known,
            TenantRequests requests,
            Settings settings,
            Clock clock) {
        this.live = live;
        this.installationKey = installationKey;
        this.currentTenant = currentTenant;
        this.known = known;
        this.requests = requests;
        this.settings = settings;
        this.clock = clock;
    }

    /** @throws Problem UNAUTHENTICATED for a token that opens nothing; TOO_MANY where its tenant asks more than it may */
    Caller find(Asked asked) {
        Caller found = found(asked);
        requests.count(found.tenant());
        return found;
    }

    private Caller found(Asked asked) {
        if (asked.token().startsWith(Tokens.SERVICE)) {
            return live.with(revision -> service(asked, revision));
        }
        if (asked.person() != null) {
            throw Problem.of(
                    ProblemKind.MALFORMED, "Only a service names a person in " + Doorkeeper.PERSON + ". Leave it out.");
        }
        return asked.token().startsWith(Tokens.KEY) && installationKey.is(asked.token())
                ? installation(asked)
                : live.with(revision -> person(asked, revision));
    }

    /**
     * For a request that changes nothing.
     *
     * @throws Problem as {@link #find}
     */
    Asker asker(Asked asked) {
        Optional<Caller> remembered =
                live.present() ? live.with(revision -> known.find(asked, revision.number())) : Optional.empty();
        if (remembered.isPresent()) {
            requests.count(remembered.get().tenant());
            return new Asker(remembered.get(), () -> found(asked));
        }
        Caller found = find(asked);
        return new Asker(null, () -> found);
    }

    private Caller installation(Asked asked) {
        Optional<TenantId> tenant = live.present()
                ? live.with(revision -> revision.read(
                        Scope.EVERYWHERE, work -> currentTenant.named(asked.said(), null, work, new Premises())))
                : Optional.empty();
        return Caller.withInstallationKey(tenant.orElse(null)).from(asked.address());
    }

    private Caller service(Asked asked, LiveRevision revision) {
        Premises premises = new Premises();
        ServiceKey key = revision.read(
                        Scope.EVERYWHERE,
                        work -> new ServiceKeys(work).find(Tokens.hash(asked.token()), asked.address(), premises))
                .orElseThrow(() -> Problem.of(ProblemKind.UNAUTHENTICATED, NO_KEY));
        Grant grant = revision.matrix()
                .grant(key.service())
                .orElseThrow(() -> Problem.of(ProblemKind.UNAUTHENTICATED, NO_KEY));
        touch(key, revision);
        AskingService asking = new AskingService(grant.within(key.scope()), key.id(), key.tenants());
        if (asked.person() != null) {
            Seen seen = person(asked.person(), asked.said(), revision, premises);
            Instant used = earlier(key.lastUsed(), seen.signed().lastUsed());
            Caller acting = seen.caller().by(asking);
            return remembered(asked, revision, held(acting, revision.model()), premises, used);
        }
        TenantId tenant = revision.read(
                        Scope.EVERYWHERE, work -> currentTenant.named(asked.said(), null, work, premises))
                .orElse(null);
        Caller alone = held(Caller.ofService(asking, tenant), revision.model());
        return remembered(asked, revision, alone, premises, key.lastUsed());
    }

    /**
     * Within the tenants of the service's key, where it is good in some only.
     *
     * @throws Problem MALFORMED where the request says none of several; NOT_FOUND where it is in another
     */
    private static Caller held(Caller caller, AccountModel model) {
        List<TenantId> tenants = Objects.requireNonNull(caller.service()).tenants();
        if (tenants.isEmpty()) {
            return caller;
        }
        if (caller.tenant() == null && tenants.size() > 1) {
            throw Problem.of(
                    ProblemKind.MALFORMED,
                    "This key is good in " + tenants.size() + " tenants. Say in which one the request is: "
                            + CurrentTenant.HEADER);
        }
        TenantId tenant = caller.tenant() == null ? tenants.get(0) : caller.tenant();
        if (!caller.reaches(tenant, model)) {
            throw Problem.of(ProblemKind.NOT_FOUND, "This key is not good in that tenant.");
        }
        return caller.within(tenant);
    }

    private static @Nullable Instant earlier(@Nullable Instant one, Instant other) {
        return one == null || one.isBefore(other) ? one : other;
    }

    /** Until it has to be noted again that the token is in use. */
    private Caller remembered(
            Asked asked, LiveRevision revision, Caller found, Premises premises, @Nullable Instant lastUsed) {
        Caller caller = found.from(asked.address());
        return lastUsed == null || isPast(lastUsed)
                ? caller
                : known.remember(asked, revision.number(), caller, premises, lastUsed.plus(TOUCHED));
    }

    private void touch(ServiceKey key, LiveRevision revision) {
        if (isPast(key.lastUsed())) {
            revision.write(Scope.EVERYWHERE, work -> {
                new ServiceKeys(work).touch(key.id());
                return key;
            });
        }
    }

    private boolean isPast(@Nullable Instant lastUsed) {
        return lastUsed == null || lastUsed.isBefore(clock.instant().minus(TOUCHED));
    }

    private record Seen(Caller caller, Signed signed) {}

    private Caller person(Asked asked, LiveRevision revision) {
        Premises premises = new Premises();
        Seen seen = person(asked.token(), asked.said(), revision, premises);
        return remembered(
                asked, revision, seen.caller(), premises, seen.signed().lastUsed());
    }

    private Seen person(String token, CurrentTenant.Said said, LiveRevision revision, Premises premises) {
        Seen seen = revision.read(
                Scope.EVERYWHERE,
                work -> new Sessions(work)
                        .find(Tokens.hash(token), settings.sessionIdle(), premises)
                        .map(signed -> new Seen(signedIn(signed, said, work, premises), signed))
                        .orElseThrow(() -> Problem.of(
                                ProblemKind.UNAUTHENTICATED,
                                "This session has ended. Sign in again: POST /v1/sessions.")));
        if (isPast(seen.signed().lastUsed())) {
            revision.write(Scope.EVERYWHERE, work -> {
                new Sessions(work).touch(seen.signed().session());
                return seen;
            });
        }
        return seen;
    }

    private Caller signedIn(Signed signed, CurrentTenant.Said said, Work work, Premises premises) {
        Caller anywhere = Caller.signedIn(signed);
        LiveRevision revision = work.revision();
        if (currentTenant.meansAll(said, signed.allTenants(), revision.model())) {
            return anywhere.acrossTenants();
        }
        Optional<TenantId> named = currentTenant.named(said, signed.chosen(), work, premises);
        if (named.isPresent() && !anywhere.reachesByNaming(named.get(), revision.model())) {
            throw CurrentTenant.none();
        }
        boolean global = anywhere.roles(revision.model()).stream()
                .anyMatch(role -> !role.withinTenant() && !role.may().isEmpty());
        TenantId first =
                global || signed.tenants().isEmpty() ? null : signed.tenants().get(0);
        return anywhere.within(named.orElse(first));
    }
}
