package dev.cuenta.store.message;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Claims of messages, on real PostgreSQL. */
class MessagesTest extends DatabaseTest {
    private static final FieldPath EMAIL = FieldPath.parse("email");

    private AccountId noor;

    @BeforeEach
    void an_account() {
        publish("""
                cuenta: 1
                name: marea
                access: { read: [owner], write: [owner] }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true }
                roles:
                  administrator: { number: 1, may: ['*'] }
                """);
        noor = write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(), Map.of(EMAIL, "noor@marea.example"), Instant.now())));
    }

    static List<BiConsumer<Messages, Message>> ends() {
        return List.of(
                Messages::done,
                Messages::putAside,
                (messages, message) -> messages.postpone(message, Duration.ofHours(1)));
    }

    @ParameterizedTest
    @MethodSource("ends")
    void what_is_asked_for_while_it_is_sent_is_sent_again_at_once(BiConsumer<Messages, Message> end) {
        ask();
        Message sent = claim().orElseThrow();
        ask();
        assertThat(claim()).isEmpty();
        mark(messages -> end.accept(messages, sent));

        assertThat(claim())
                .hasValueSatisfying(again -> assertThat(again.attempts()).isEqualTo(1));
    }

    @ParameterizedTest
    @MethodSource("ends")
    void whose_claim_lapsed_does_not_end_the_claim_of_another(BiConsumer<Messages, Message> end) {
        ask();
        Message first = claim().orElseThrow();
        database.sql()
                .sql("update cuenta.message set claimed_until = now(), attempts = 0")
                .update();
        Message second = claim().orElseThrow();
        mark(messages -> end.accept(messages, first));
        assertThat(claim()).isEmpty();

        mark(messages -> messages.done(second));
        assertThat(database.sql()
                        .sql("select count(*) from cuenta.message")
                        .query(Long.class)
                        .single())
                .isZero();
    }

    private void ask() {
        mark(messages -> messages.ask(noor, Message.Purpose.CONFIRM, EMAIL));
    }

    private Optional<Message> claim() {
        return write(work -> new Messages(work).claim(List.of(EMAIL)));
    }

    private void mark(Consumer<Messages> mark) {
        write(work -> {
            mark.accept(new Messages(work));
            return work;
        });
    }
}
