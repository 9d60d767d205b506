package dev.cuenta.service.secondfactor;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.message.Notices;
import dev.cuenta.service.password.OwnPassword;
import dev.cuenta.service.qr.QrPicture;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.secondfactor.SecondFactor;
import dev.cuenta.store.secondfactor.SecondFactors;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.secondfactor.SecondFactorSeed;
import dev.cuenta.wire.secondfactor.SecondFactorState;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Whoever is signed in sets up a second factor, and takes it away. */
@Component
final class SecondFactorUseCases {
    private static final int RECOVERY_CODES = 10;
    private static final int HALF = 5;
    /** Without letters and digits that are taken for one another. */
    private static final String ALPHABET = "23456789abcdefghjkmnpqrstuvwxyz";

    private static final SecureRandom RANDOM = new SecureRandom();

    /** Codes for whoever loses the authenticator, and the token with which the session goes on. They are told once. */
    record Added(List<Secret> recoveryCodes, String token) {}

    private final LiveRevisions live;
    private final OwnPassword ownPassword;
    private final OneTimeCodes codes;
    private final SecondFactorCheck check;
    private final Clock clock;

    SecondFactorUseCases(
            LiveRevisions live, OwnPassword ownPassword, OneTimeCodes codes, SecondFactorCheck check, Clock clock) {
        this.live = live;
        this.ownPassword = ownPassword;
        this.codes = codes;
        this.check = check;
        this.clock = clock;
    }

    SecondFactorState state(Caller caller) {
        AccountId account = person(caller);
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            SecondFactors factors = new SecondFactors(work);
            Instant since = factors.find(account).map(SecondFactor::confirmed).orElse(null);
            return new SecondFactorState(
                    since != null, since, since == null ? null : factors.recoveryCodesLeft(account), null);
        }));
    }

    private static AccountId person(Caller caller) {
        return Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(ProblemKind.FORBIDDEN, "Only a person has a second factor."));
    }

    /** Makes a seed, as a text, as an address and as a QR code of that. It counts when its owner has shown a first code. */
    SecondFactorSeed begin(Caller caller, String password) {
        AccountId account = person(caller);
        return live.with(revision -> {
            ownPassword.require(account, password, "/password", revision);
            String seed = OneTimeCodes.newSeed();
            return revision.write(Scope.EVERYWHERE, work -> {
                if (!new SecondFactors(work).begin(account, seed)) {
                    throw Problem.of(
                            ProblemKind.CONFLICT, "You already have a second factor. Remove it first to add another.");
                }
                AccountRecord record = new Accounts(work).find(account).orElseThrow();
                String name = record.identifiers(revision.model()).stream()
                        .findFirst()
                        .orElse(account.text());
                return seed(seed, OneTimeCodes.uri(revision.model().name(), name, seed));
            });
        });
    }

    private static SecondFactorSeed seed(String seed, String uri) {
        return new SecondFactorSeed(
                new Secret(seed), new Secret(uri), new Secret(QrPicture.svg(uri)), new Secret(QrPicture.text(uri)));
    }

    /** The first code shows that the authenticator has the seed. The session gets another token: it may do more from now on. */
    Added confirm(Caller caller, String token, String code) {
        AccountId account = person(caller);
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            SecondFactors factors = new SecondFactors(work);
            SecondFactor factor = factors.find(account)
                    .filter(found -> !found.active())
                    .orElseThrow(() -> Problem.of(
                            ProblemKind.CONFLICT, "Nothing waits for a code. Begin with POST /v1/me/second-factor."));
            OptionalLong step = codes.stepOf(code.strip(), factor.seed(), clock.instant(), factor.lastStep());
            if (step.isEmpty() || !factors.use(account, step.getAsLong())) {
                throw Problem.invalid("/code", "wrong", "Is not the present code. Is the authenticator's clock right?");
            }
            factors.confirm(account);
            new Activity(work).add(Action.SECOND_FACTOR_ADDED, account, caller.origin());
            return new Added(newRecoveryCodes(account, work), SessionTokens.renewed(token, true, work));
        }));
    }

    /** Others in the place of those that are there. */
    List<Secret> newRecoveryCodes(Caller caller, @Nullable String code) {
        AccountId account = person(caller);
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            requireCode(caller, account, code, work);
            return newRecoveryCodes(account, work);
        }));
    }

    private void requireCode(Caller caller, AccountId account, @Nullable String code, Work work) {
        if (!check.passed(account, code, caller.origin(), work)) {
            throw Problem.of(ProblemKind.CONFLICT, "You have no second factor.");
        }
    }

    private static List<Secret> newRecoveryCodes(AccountId account, Work work) {
        List<String> made = new ArrayList<>();
        for (int i = 0; i < RECOVERY_CODES; i++) {
            made.add(half() + "-" + half());
        }
        new SecondFactors(work)
                .keepRecoveryCodes(
                        account,
                        made.stream()
                                .map(code -> Tokens.hash(code.replace("-", "")))
                                .toList());
        return made.stream().map(Secret::new).toList();
    }

    private static String half() {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < HALF; i++) {
            text.append(ALPHABET.charAt(RANDOM.nextInt(ALPHABET.length())));
        }
        return text.toString();
    }

    /** Takes the second factor away; a code of it shows that it is its owner who does. */
    String remove(Caller caller, String token, @Nullable String code) {
        AccountId account = person(caller);
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            requireCode(caller, account, code, work);
            new SecondFactors(work).remove(Controlled.byOwner(account));
            new Activity(work).add(Action.SECOND_FACTOR_REMOVED, account, caller.origin());
            Notices.tell(work, account, Message.Purpose.SECOND_FACTOR_REMOVED);
            return SessionTokens.renewed(token, false, work);
        }));
    }
}
