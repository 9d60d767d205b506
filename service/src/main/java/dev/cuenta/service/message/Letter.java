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
     * @param name what the account is called; empty where somebody else may read it
     * @param model whose account it is
     */
    static Letter of(Message.Purpose purpose, String name, String model, String link, Instant until) {
        String good = "The link is good once, until " + MOMENT.format(until.atOffset(ZoneOffset.UTC)) + ".";
        return switch (purpose) {
            case CONFIRM ->
                new Letter("Confirm your address for " + model, """
                        %s

                        this address was given for an account of %s. If it is yours, confirm it:

                        %s

                        %s If you know nothing of it, you need not do anything.
                        """.formatted(greeting(name), model, link, good));
            case RESET -> new Letter("A new password for " + model, """
                        %s

                        somebody asked for a new password for your account of %s. If it was you, choose one:

                        %s

                        %s If it was not you, your password stays as it is, and you need not do anything.
                        """.formatted(greeting(name), model, link, good));
            default -> throw new IllegalArgumentException("Carries no link: " + purpose);
        };
    }

    /**
     * That somebody is invited. By neither name: both may be texts that a stranger wants somebody to read.
     *
     * @param link with the invitation
     */
    static Letter invitation(String model, String link, Instant until) {
        return new Letter("You are invited to " + model, """
                Hello,

                somebody who uses %s invites you to work with them there. If you expected that, go on here:

                %s

                The link is good once, until %s. If you know nothing of it, you need not do anything.
                """.formatted(
                        model, link, MOMENT.format(until.atOffset(ZoneOffset.UTC))));
    }

    private static String greeting(String name) {
        return name.isEmpty() ? "Hello," : "Hello " + name + ",";
    }

    /** A text message with a code. */
    static Letter code(String model, String code) {
        return new Letter("", code + " is your code for " + model + ". It is valid for ten minutes. Do not share it.");
    }

    /**
     * What somebody is told and need not answer.
     *
     * @param console where the account's owner reaches it
     */
    static Letter notice(Message.Purpose purpose, String name, String model, String console) {
        return switch (purpose) {
            case ADDRESS_LEFT ->
                notice("Your address for " + model + " was changed", """
                        your account of %s is reached at another address from now on, and no longer at this one.""".formatted(model), name, """
                        If that was not you, tell those who run %s at once: somebody else may be in your account.""".formatted(model));
            case ADDRESS_TAKEN -> notice("Your address for " + model, """
                        your account of %s is reached at this address from now on.""".formatted(model), name, """
                        If you know nothing of it, tell those who run %s.""".formatted(model));
            case PASSWORD_CHANGED ->
                notice("Your password for " + model + " was changed", """
                        the password of your account of %s was changed.""".formatted(model), name, """
                        If that was not you, choose another one at once: %s/reset""".formatted(
                                console));
            case SECOND_FACTOR_REMOVED ->
                notice("Your second factor for " + model + " is gone", """
                        your account of %s asks for your password alone from now on.""".formatted(model), name, """
                        If that was not you, choose another password at once: %s/reset""".formatted(
                                console));
            case SIGN_IN_PAUSED ->
                notice("Somebody tries passwords for " + model, """
                        many wrong passwords were tried for your account of %s. From where you have signed in before you can go on
                        doing that; from anywhere else nobody can for a while.""".formatted(model), name, """
                        You need not do anything. With a second factor a password alone opens nothing: %s/me""".formatted(console));
            case SIGN_UP_REPEATED ->
                notice("You have an account of " + model, """
                        somebody signed up for %s with this address, which has an account already.""".formatted(model), name, """
                        If it was you, sign in: %1$s
                        If you do not know your password any more, choose another one: %1$s/reset
                        If it was not you, you need not do anything.""".formatted(console));
            case CONFIRM, RESET -> throw new IllegalArgumentException("Carries a link: " + purpose);
        };
    }

    private static Letter notice(String subject, String what, String name, String otherwise) {
        return new Letter(subject, greeting(name) + "\n\n" + what + "\n\n" + otherwise + "\n");
    }

    @Override
    public String toString() {
        return subject;
    }
}
