package dev.cuenta.store.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.store.invitation.Invitation;
import dev.cuenta.store.invitation.Invitation.Mail;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.invitation.Invitations.Claim;
import dev.cuenta.store.role.Giver;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Claims of mails that bring invitations, on real PostgreSQL. */
class InvitationsTest extends HarbourTest {
    private final AtomicInteger tokens = new AtomicInteger();
    private Invitation invitation;

    @BeforeEach
    void an_invitation() {
        invitation = write(work -> new Invitations(work).add(wanted(), token()));
    }

    private Invitations.Wanted wanted() {
        return new Invitations.Wanted(harbour, "noor@marea.example", List.of(), Giver.CUENTA, Duration.ofDays(7));
    }

    private byte[] token() {
        return new byte[] {(byte) tokens.incrementAndGet()};
    }

    private void ask() {
        write(work -> new Invitations(work).mail(invitation.id(), harbour));
    }

    private Optional<Claim> claim() {
        return write(work -> new Invitations(work).claimMail(token()));
    }

    private void mark(BiConsumer<Invitations, Claim> end, Claim claim) {
        write(work -> {
            end.accept(new Invitations(work), claim);
            return work;
        });
    }

    private Mail state() {
        return write(work -> new Invitations(work).of(harbour)).get(0).mail();
    }

    static List<BiConsumer<Invitations, Claim>> ends() {
        return List.of(Invitations::mailed, Invitations::postpone);
    }

    @Test
    void it_is_due_until_it_is_sent() {
        assertThat(state()).isNull();
        ask();
        assertThat(state()).isEqualTo(Mail.DUE);
        mark(Invitations::mailed, claim().orElseThrow());
        assertThat(state()).isEqualTo(Mail.SENT);
        assertThat(claim()).isEmpty();
    }

    @ParameterizedTest
    @MethodSource("ends")
    void what_is_asked_for_while_it_is_sent_is_sent_again(BiConsumer<Invitations, Claim> end) {
        ask();
        Claim first = claim().orElseThrow();
        ask();
        assertThat(claim()).isEmpty();
        mark(end, first);
        assertThat(claim())
                .hasValueSatisfying(again -> assertThat(again.attempts()).isEqualTo(1));
    }

    @ParameterizedTest
    @MethodSource("ends")
    void whose_claim_lapsed_does_not_end_the_claim_of_another(BiConsumer<Invitations, Claim> end) {
        ask();
        Claim first = claim().orElseThrow();
        database.sql().sql("update cuenta.invitation set claimed_until = now()").update();
        claim().orElseThrow();
        mark(end, first);
        assertThat(claim()).isEmpty();
    }

    @Test
    void what_cannot_be_sent_is_given_up_and_asked_for_anew() {
        ask();
        for (int i = 0; i < 12; i++) {
            mark(Invitations::postpone, claim().orElseThrow());
            database.sql()
                    .sql("update cuenta.invitation set mail_due_at = now()")
                    .update();
        }
        assertThat(claim()).isEmpty();
        assertThat(state()).isEqualTo(Mail.FAILED);
        ask();
        assertThat(claim()).isPresent();
    }

    @Test
    void only_the_last_token_is_good_and_whoever_is_invited_again_has_one_invitation() {
        write(work -> new Invitations(work).add(wanted(), new byte[] {100}));
        List<Invitation> open = write(work -> new Invitations(work).of(harbour));
        assertThat(open).hasSize(1);
        assertThat(taken(1)).isEmpty();
        assertThat(taken(100)).isPresent();
    }

    private Optional<Invitation> taken(int token) {
        return write(work -> new Invitations(work).take(new byte[] {(byte) token}));
    }
}
