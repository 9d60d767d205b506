package dev.cuenta.cli.account;

import dev.cuenta.cli.Terminal;

/** Asks before what cannot be undone. */
final class Confirmation {
    private Confirmation() {}

    /** Whether somebody at the terminal typed yes; the question has a place for the account's name. */
    static boolean given(String question, String name) {
        return Terminal.present()
                .map(console -> console.readLine(question, name))
                .filter("yes"::equals)
                .isPresent();
    }
}
