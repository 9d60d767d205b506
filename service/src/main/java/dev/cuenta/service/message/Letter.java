package dev.cuenta.service.message;

import dev.cuenta.store.message.Message;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** What somebody reads. It can be sent and never logged: its link is a key. */
record Letter(String subject, String text) {
    private static final DateTimeFormatter MOMENT =
            DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm 'UTC'", Locale.ENGLISH);

    /**
     * The letter of a purpose.
     *
     * @param name what the account is called
     * @param model whose account it is
     */
    static Letter of(Message.Purpose purpose, String name, String model, String link, Instant until) {
        String good = "The link is good once, until " + MOMENT.format(until.atOffset(ZoneOffset.UTC)) + ".";
        return switch (purpose) {
            case CONFIRM -> new Letter("Confirm your address for " + model, """
                        Hello %s,

                        this address was given for an account of %s. If it is yours, confirm it:

                        %s

                        %s If you know nothing of it, you need not do anything.
                        """.formatted(name, model, link, good));
            case RESET -> new Letter("A new password for " + model, """
                        Hello %s,

                        somebody asked for a new password for your account of %s. If it was you, choose one:

                        %s

                        %s If it was not you, your password stays as it is, and you need not do anything.
                        """.formatted(name, model, link, good));
        };
    }

    @Override
    public String toString() {
        return subject;
    }
}
