package dev.cuenta.service.message;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Span;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.message.Proofs;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Sends what is due: a message is claimed in one transaction, given its token in another, sent in none, and marked in a last one. If
 * the service is cut off after the mail went out and before that is written down, it is sent again when the claim lapses, with another token, and
 * the first one is good for nothing.
 */
@Component
final class Postman {
    private static final Logger LOG = LoggerFactory.getLogger(Postman.class);
    private static final Duration RESET_GOOD_FOR = Duration.ofHours(1);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(10);
    private static final Duration NO_CHANNEL = Duration.ofHours(1);
    private static final int MOST_DOUBLINGS = 8;
    /** About a day. */
    private static final int MOST_TRIES = 40;
    /** In a row: whoever carries letters is away then, and each try waits for that. */
    private static final int ENOUGH_FAILURES = 3;

    /** What could not be written down while the database was away, or locked: it is as soon as it is back, before the claim lapses. */
    private final Queue<Consumer<Messages>> owed = new ConcurrentLinkedQueue<>();

    private final LiveRevisions live;
    private final Settings settings;
    private final Clock clock;

    Postman(LiveRevisions live, Settings settings, Clock clock) {
        this.live = live;
        this.settings = settings;
        this.clock = clock;
    }

    private enum Outcome {
        DONE,
        FAILED
    }

    private record Addressed(String address, Letter letter) {}

    /** Sends what is due on that way. */
    void deliver(Channel channel, Delivery way) {
        settle();
        int failures = 0;
        Optional<Outcome> outcome = Optional.of(Outcome.DONE);
        while (outcome.isPresent() && failures < ENOUGH_FAILURES) {
            outcome = claim(way).map(message -> deliver(message, channel));
            failures = outcome.filter(Outcome.FAILED::equals).isPresent() ? failures + 1 : 0;
        }
    }

    private Outcome deliver(Message message, Channel channel) {
        if (!channel.present()) {
            mark(messages -> messages.postpone(message, NO_CHANNEL));
            return Outcome.DONE;
        }
        try {
            compose(message).ifPresent(it -> channel.send(it.address(), it.letter()));
        } catch (RuntimeException failure) {
            failed(message, failure);
            return Outcome.FAILED;
        }
        write(messages -> messages.done(message));
        return Outcome.DONE;
    }

    private void settle() {
        for (Consumer<Messages> next = owed.poll(); next != null; next = owed.poll()) {
            write(next);
        }
    }

    private void write(Consumer<Messages> mark) {
        try {
            mark(mark);
        } catch (RuntimeException away) {
            owed.add(mark);
            throw away;
        }
    }

    private Optional<Message> claim(Delivery way) {
        return live.with(revision -> {
            List<FieldPath> fields = revision.model().fields().values().stream()
                    .filter(field -> field.type().isReachedBy(way))
                    .map(Field::path)
                    .toList();
            return revision.write(Scope.EVERYWHERE, work -> new Messages(work).claim(fields));
        });
    }

    private void mark(Consumer<Messages> mark) {
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            mark.accept(new Messages(work));
            return work;
        }));
    }

    /** Neither the address nor the letter is told: only that it did not go. */
    private void failed(Message message, RuntimeException failure) {
        if (Connections.isAway(failure)) {
            owed.add(messages -> messages.postpone(message, Duration.ZERO));
            throw failure;
        }
        boolean last = message.attempts() >= MOST_TRIES;
        LOG.warn(
                "A message could not be sent{}: {}",
                last ? " in " + MOST_TRIES + " tries, and was put aside" : "",
                failure instanceof Channel.Undelivered
                        ? failure.getMessage()
                        : failure.getClass().getSimpleName());
        int doublings = Math.min(message.attempts() - 1, MOST_DOUBLINGS);
        write(messages -> {
            if (last) {
                messages.putAside(message);
            } else {
                messages.postpone(message, FIRST_WAIT.multipliedBy(1L << doublings));
            }
        });
    }

    /** What it says, with its token; empty where there is nobody any more to send it to. */
    private Optional<Addressed> compose(Message message) {
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Optional<Field> field = revision.model().field(message.field());
            return new Accounts(work)
                    .find(message.account())
                    .flatMap(record -> field.flatMap(it -> address(message, it, record)
                            .map(address -> new Addressed(address, letter(message, it, record, work)))));
        }));
    }

    private static Optional<String> address(Message message, Field field, AccountRecord record) {
        Object present = record.values().get(field.path());
        return message.address().isEmpty()
                ? Optional.ofNullable(present).map(Object::toString)
                : Optional.of(message.address());
    }

    private static boolean isPhone(Field field) {
        return field.type().isReachedBy(Delivery.TEXT_MESSAGE);
    }

    private Letter letter(Message message, Field field, AccountRecord record, Work work) {
        if (!message.purpose().proves()) {
            return Letter.notice(
                    message.purpose(),
                    called(message.purpose(), field, record, work),
                    work.revision().model().name(),
                    settings.publicUrl());
        }
        return isPhone(field)
                ? withCode(message.purpose(), field, record, work)
                : withLink(message.purpose(), field, record, work);
    }

    /** Six digits, good for ten minutes and for whoever is signed in to the account. */
    private Letter withCode(Message.Purpose purpose, Field field, AccountRecord record, Work work) {
        String code = ConfirmationCode.create();
        byte[] hash = ConfirmationCode.hash(work.secrets(), record.id(), field.path(), code);
        expect(purpose, field, record, hash, clock.instant().plus(ConfirmationCode.GOOD_FOR), work);
        return Letter.code(work.revision().model().name(), code);
    }

    private Instant until(Message.Purpose purpose, Field field) {
        Span confirm = field.confirm();
        return purpose == Message.Purpose.CONFIRM && confirm != null
                ? confirm.after(clock.instant())
                : clock.instant().plus(RESET_GOOD_FOR);
    }

    /** The token stands after the #, which browsers send to nobody. */
    private Letter withLink(Message.Purpose purpose, Field field, AccountRecord record, Work work) {
        Instant until = until(purpose, field);
        String token = Tokens.create(Tokens.PROOF);
        expect(purpose, field, record, Tokens.hash(token), until, work);
        String page = purpose == Message.Purpose.CONFIRM ? "/confirm#" : "/reset#";
        return Letter.of(
                purpose,
                called(purpose, field, record, work),
                work.revision().model().name(),
                settings.publicUrl() + page + token,
                until);
    }

    private static void expect(
            Message.Purpose purpose, Field field, AccountRecord record, byte[] hash, Instant until, Work work) {
        Proofs proofs = new Proofs(work);
        proofs.sweep();
        proofs.expect(record.id(), purpose, field, hash, until);
    }

    /**
     * Nobody whose address is not confirmed is called by name: the name may be a text that a stranger wants them to read, in a mail that
     * comes from us.
     */
    private static String called(Message.Purpose purpose, Field field, AccountRecord record, Work work) {
        boolean theirs =
                purpose != Message.Purpose.ADDRESS_LEFT && record.confirmed().containsKey(field.path());
        return theirs ? work.revision().projection().displayName(record) : "";
    }
}
