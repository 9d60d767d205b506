package dev.cuenta.service.message;

import dev.cuenta.core.account.Scope;
import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.invitation.Invitation;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.invitation.Invitations.Claim;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Sends invitations: one is claimed with a token of its own, sent in no transaction, and marked. The token of a try that failed, or was
 * cut off, is good for nothing once the next one is made.
 */
@Component
final class InvitationRound implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(InvitationRound.class);
    /** In a row: whoever carries mails is away then. */
    private static final int ENOUGH_FAILURES = 3;

    private final LiveRevisions live;
    private final MailServer channel;
    private final Settings settings;

    InvitationRound(LiveRevisions live, MailServer channel, Settings settings) {
        this.live = live;
        this.channel = channel;
        this.settings = settings;
    }

    @Override
    public String title() {
        return "Sending invitations";
    }

    @Override
    public void carryOn() {
        int failures = 0;
        while (channel.present() && failures < ENOUGH_FAILURES) {
            String token = Tokens.create(Tokens.INVITATION);
            Optional<Claim> due = write(work -> new Invitations(work).claimMail(Tokens.hash(token)));
            if (due.isEmpty()) {
                return;
            }
            failures = sent(due.get(), token) ? 0 : failures + 1;
        }
    }

    private boolean sent(Claim claim, String token) {
        Invitation invitation = claim.invitation();
        try {
            String model = live.with(revision -> revision.model().name());
            channel.send(
                    Objects.requireNonNull(invitation.address()),
                    Letter.invitation(model, settings.publicUrl() + "/join#" + token, invitation.expires()));
        } catch (Channel.Undelivered failure) {
            LOG.warn("An invitation could not be sent: {}", failure.getMessage());
            write(work -> {
                new Invitations(work).postpone(claim);
                return work;
            });
            return false;
        }
        write(work -> {
            new Invitations(work).mailed(claim);
            return work;
        });
        return true;
    }

    private <T> T write(Function<Work, T> work) {
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work));
    }
}
