package dev.cuenta.service.confirmation;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.session.Caller;
import dev.cuenta.service.session.OpenToGuests;
import dev.cuenta.service.session.Tokens;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.revision.LiveRevisions;
import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class ConfirmationController {
    record Shown(@Nullable String token) {}

    record Wanted(@Nullable String field) {}

    private final LiveRevisions live;
    private final Background background;
    private final Clock clock;

    ConfirmationController(LiveRevisions live, Background background, Clock clock) {
        this.live = live;
        this.background = background;
        this.clock = clock;
    }

    /** Whoever has the token got it at the address: nobody need be signed in. */
    @OpenToGuests
    @PostMapping("/confirmations")
    Map<String, Object> confirm(@RequestBody Shown shown) {
        String token = Optional.ofNullable(shown.token())
                .orElseThrow(() -> Problem.invalid("/token", "required", "Give the token of the link."));
        FieldPath field = live.with(revision -> revision.write(work -> {
            Proofs proofs = new Proofs(work);
            Proofs.Proven proven = proofs.take(Message.Purpose.CONFIRM, Tokens.hash(token))
                    .orElseThrow(() -> Problem.invalid("/token", "unknown", Tokens.NO_PROOF));
            proofs.confirm(proven.account(), proven.field(), clock.instant());
            return proven.field();
        }));
        return Map.of("field", field.toString());
    }

    /** Sends the caller another link. */
    @PostMapping("/me/confirmations")
    ResponseEntity<Void> ask(Caller caller, @RequestBody Wanted wanted) {
        AccountId own = Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(ProblemKind.FORBIDDEN, "Only a person has an address to confirm."));
        live.with(revision -> revision.write(work -> {
            Field field = Optional.ofNullable(wanted.field())
                    .flatMap(name -> revision.model().field(FieldPath.parse(name)))
                    .filter(Field::confirmed)
                    .filter(it -> new Accounts(work)
                                    .find(own, null)
                                    .orElseThrow()
                                    .values()
                                    .get(it.path())
                            != null)
                    .orElseThrow(() ->
                            Problem.invalid("/field", "unknown", "Name a field of yours that is confirmed by a link."));
            new Messages(work).ask(own, Message.Purpose.CONFIRM, field.path());
            return own;
        }));
        background.hurry();
        return ResponseEntity.accepted().build();
    }
}
