package dev.cuenta.service.session;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.TenantRules.CurrentFrom;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.CurrentTenant;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.message.Notices;
import dev.cuenta.service.password.Familiarity;
import dev.cuenta.service.password.Passwords;
import dev.cuenta.service.secondfactor.SecondFactorCheck;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.secondfactor.SecondFactors;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.session.SignIn;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Signing in and out. */
@Component
final class SessionUseCases {

    /** A session that was opened. The token is told once. */
    record Opened(String token, Instant expires, AccountId account) {}

    /** @param secondFactor whether a code is asked for beside the password */
    private record Found(AccountId account, Optional<String> hash, boolean secondFactor) {}

    private final LiveRevisions live;
    private final Passwords passwords;
    private final Throttle throttle;
    private final SecondFactorCheck secondFactor;
    private final Settings settings;
    private final Clock clock;

    SessionUseCases(
            LiveRevisions live,
            Passwords passwords,
            Throttle throttle,
            SecondFactorCheck secondFactor,
            Settings settings,
            Clock clock) {
        this.throttle = throttle;
        this.secondFactor = secondFactor;
        this.live = live;
        this.passwords = passwords;
        this.settings = settings;
        this.clock = clock;
    }

    /** The same refusal after the same time, whether the person or the password is wrong. */
    Opened signIn(SignIn signIn, String agent, Origin origin) {
        String identifier = Given.text("identifier", signIn.identifier());
        String password = Given.text("password", signIn.password());
        String code = signIn.code() == null ? null : signIn.code().value();
        Throttle.Try tried = new Throttle.Try(identifier, String.valueOf(origin.address()));
        Familiarity familiarity = throttle.knows(tried) ? Familiarity.KNOWN : Familiarity.UNKNOWN;
        passwords.requireRoom(familiarity);
        return throttle.guard(
                tried,
                () -> live.with(revision -> {
                    Optional<Found> found = find(revision, identifier);
                    boolean right = passwords.verify(
                            familiarity,
                            found.flatMap(Found::hash),
                            password,
                            revision.model().password());
                    if (!right) {
                        boolean paused = throttle.failed(tried);
                        tellOfFailure(revision, found.map(Found::account), origin, paused);
                        throw wrong();
                    }
                    Found person = found.orElseThrow(SessionUseCases::wrong);
                    boolean strong = person.secondFactor() && provesCode(revision, person.account(), code, origin);
                    Optional<String> renewed = passwords.renewed(
                            person.hash().orElseThrow(),
                            password,
                            revision.model().password());
                    return open(revision, person, renewed, agent, origin, strong);
                }));
    }

    private boolean provesCode(LiveRevision revision, AccountId account, @Nullable String code, Origin origin) {
        try {
            return revision.write(Scope.EVERYWHERE, work -> secondFactor.passed(account, code, origin, work));
        } catch (Problem refused) {
            if (code != null) {
                tellOfFailure(revision, Optional.of(account), origin, false);
            }
            throw refused;
        }
    }

    /** The same work for somebody who is not there: the time must not tell. */
    private static void tellOfFailure(
            LiveRevision revision, Optional<AccountId> account, Origin origin, boolean paused) {
        revision.write(Scope.EVERYWHERE, work -> {
            new Activity(work).add(Action.SIGN_IN_FAILED, account.orElse(null), origin);
            account.filter(known -> paused).ifPresent(known -> {
                new Activity(work).add(Action.SIGN_IN_PAUSED, known, origin);
                Notices.tell(work, known, Message.Purpose.SIGN_IN_PAUSED);
            });
            return account;
        });
    }

    private Optional<Found> find(LiveRevision revision, String identifier) {
        return revision.read(
                Scope.EVERYWHERE,
                work -> new Accounts(work)
                        .bySignIn(identifier)
                        .map(account ->
                                new Found(account, hashOf(account, work), new SecondFactors(work).isActive(account))));
    }

    /** None for somebody whose address has to be shown to be theirs first, who is refused like somebody who is not there. */
    private Optional<String> hashOf(AccountId account, Work work) {
        return settings.privateSignUp() && !PrivateAddresses.shown(account, work)
                ? Optional.empty()
                : new Credentials(work).hashOf(account);
    }

    private Opened open(
            LiveRevision revision,
            Found person,
            Optional<String> renewedHash,
            String agent,
            Origin origin,
            boolean strong) {
        AccountId account = person.account();
        String token = Tokens.create(Tokens.SESSION);
        Instant expires = clock.instant().plus(settings.sessionLength());
        revision.write(Scope.EVERYWHERE, work -> {
            Sessions sessions = new Sessions(work);
            UUID session = sessions.open(Tokens.hash(token), account, expires, agent, strong);
            new Activity(work)
                    .add(Action.SIGNED_IN, account, new Origin(account, null, session, origin.address(), null, false));
            renewedHash.ifPresent(
                    hash -> new Credentials(work).replace(account, person.hash().orElseThrow(), hash));
            return account;
        });
        return new Opened(token, expires, account);
    }

    /**
     * Says which tenant the session's requests are about from now on.
     *
     * @param tenant its id; null for none in particular
     */
    void choose(Caller caller, String token, @Nullable String tenant) {
        live.with(revision -> {
            if (!revision.model().tenants().currentFrom().contains(CurrentFrom.SESSION)) {
                throw Problem.of(
                        ProblemKind.CONFLICT,
                        "The model does not let sessions name the tenant: `tenants.currentFrom` has no `session`.");
            }
            return revision.write(Scope.EVERYWHERE, work -> {
                boolean all = CurrentTenant.ALL.equals(tenant);
                TenantId chosen = tenant == null || all
                        ? null
                        : TenantId.parse(tenant)
                                .filter(new Tenants(work)::exists)
                                .filter(id -> caller.reachesByNaming(id, revision.model()))
                                .orElseThrow(CurrentTenant::none);
                new Sessions(work).choose(Tokens.hash(token), chosen, all);
                return token;
            });
        });
    }

    void signOut(Caller caller, String token) {
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            new Sessions(work).end(Tokens.hash(token));
            new Activity(work).add(Action.SIGNED_OUT, caller.account(), caller.origin());
            return token;
        }));
    }

    private static Problem wrong() {
        return Problem.of(ProblemKind.UNAUTHENTICATED, "The sign-in name or the password is wrong.");
    }
}
