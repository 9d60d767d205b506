package dev.cuenta.service.message;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Span;
import dev.cuenta.service.Settings;
import dev.cuenta.service.job.Job;
import dev.cuenta.service.session.Tokens;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Work;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Sends what is due. A message and its token are one transaction: if the service is cut off after the mail went out and before
 * that is written down, the mail is sent again with another token, and the first one is good for nothing.
 */
@Component
final class Postman implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(Postman.class);
    private static final Duration RESET_GOOD_FOR = Duration.ofHours(1);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(10);
    private static final Duration NO_CHANNEL = Duration.ofHours(1);
    private static final int MOST_DOUBLINGS = 8;

    private final LiveRevisions live;
    private final MailServer mails;
    private final TextMessages texts;
    private final Settings settings;
    private final Clock clock;

    Postman(LiveRevisions live, MailServer mails, TextMessages texts, Settings settings, Clock clock) {
        this.live = live;
        this.mails = mails;
        this.texts = texts;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Sending messages";
    }

    @Override
    public void carryOn() {
        if (!mails.present() && !texts.present()) {
            return;
        }
        boolean more = true;
        while (more) {
            more = live.with(revision -> revision.write(Scope.EVERYWHERE, this::sendNext));
        }
    }

    private boolean sendNext(Work work) {
        Messages messages = new Messages(work);
        Optional<Message> next = messages.next();
        next.ifPresent(message -> {
            Optional<AccountRecord> record = new Accounts(work).find(message.account());
            Optional<Field> field = work.revision().model().field(message.field());
            if (record.isEmpty() || field.isEmpty()) {
                messages.done(message.id());
            } else {
                send(message, field.get(), record.get(), work);
            }
        });
        return next.isPresent();
    }

    private void send(Message message, Field field, AccountRecord record, Work work) {
        Messages messages = new Messages(work);
        Object present = record.values().get(field.path());
        String address = message.address().isEmpty() && present != null ? present.toString() : message.address();
        if (address.isEmpty()) {
            messages.done(message.id());
            return;
        }
        Channel channel = isPhone(field) ? texts : mails;
        if (!channel.present()) {
            messages.postpone(message.id(), NO_CHANNEL);
            return;
        }
        try {
            channel.send(address, letter(message, field, record, work));
            messages.done(message.id());
        } catch (Channel.Undelivered refused) {
            // Neither the address nor the letter: only that it did not go.
            LOG.warn("A message could not be sent: {}", refused.getMessage());
            messages.postpone(
                    message.id(), FIRST_WAIT.multipliedBy(1L << Math.min(message.attempts(), MOST_DOUBLINGS)));
        }
    }

    private static boolean isPhone(Field field) {
        return field.type().name().equals("phone");
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
