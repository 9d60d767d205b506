package dev.cuenta.service.confirmation;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.message.ConfirmationCode;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.message.Proofs;
import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Proving that an address is one's own. */
@Component
final class ConfirmationUseCases {
    private final LiveRevisions live;
    private final Throttle throttle;
    private final Background background;
    private final Clock clock;

    ConfirmationUseCases(LiveRevisions live, Throttle throttle, Background background, Clock clock) {
        this.background = background;
        this.throttle = throttle;
        this.live = live;
        this.clock = clock;
    }

    /** Uses the token up; says which field it was sent for. */
    FieldPath confirm(String token, Origin origin) {
        return throttle.countConfirmation(String.valueOf(origin.address()), () -> confirmed(token, origin));
    }

    private FieldPath confirmed(String token, Origin origin) {
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Proofs.Proven proven = new Proofs(work)
                    .take(Message.Purpose.CONFIRM, Tokens.hash(token))
                    .orElseThrow(() -> Problem.invalid("/token", "unknown", Tokens.NO_PROOF));
            new Confirmations(work).confirm(proven, origin.as(proven.account()), clock.instant());
            return proven.field();
        }));
    }

    /** Uses the code up that was sent to the caller's telephone. Tries are counted for the account, wherever they come from. */
    void confirm(Caller caller, String field, String code) {
        AccountId own = person(caller);
        String tried = "code for " + field + " of " + own.text();
        throttle.guard(
                tried,
                () -> live.with(revision ->
                        revision.write(Scope.EVERYWHERE, work -> confirmed(caller, own, field, code, work))));
    }

    private AccountId confirmed(Caller caller, AccountId own, String field, String code, Work work) {
        Proofs.Proven proven = ConfirmationCode.hashes(work.secrets(), own, FieldPath.parse(field), code).stream()
                .flatMap(hash -> new Proofs(work).take(Message.Purpose.CONFIRM, hash).stream())
                .findFirst()
                .orElseThrow(() -> Problem.invalid(
                        "/code",
                        "wrong",
                        "Is not the code that was sent last, or is out of date. Ask for another one."));
        new Confirmations(work).confirm(proven, caller.origin(), clock.instant());
        return own;
    }

    private static AccountId person(Caller caller) {
        return Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(ProblemKind.FORBIDDEN, "Only a person has an address to confirm."));
    }

    /** Sends the caller another link, or another code. */
    void ask(Caller caller, String field) {
        AccountId own = person(caller);
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Field address = revision.model()
                    .field(FieldPath.parse(field))
                    .filter(Field::confirmed)
                    .filter(it -> has(own, it, work))
                    .orElseThrow(() -> Problem.invalid(
                            "/field", "unknown", "Name a field of yours that is confirmed by a link or a code."));
            new Messages(work).ask(own, Message.Purpose.CONFIRM, address.path());
            return own;
        }));
        background.hurry();
    }

    private static boolean has(AccountId account, Field field, Work work) {
        return new Accounts(work)
                .find(account)
                .filter(record -> record.values().get(field.path()) != null)
                .isPresent();
    }
}
