package dev.cuenta.store.live;

import java.util.Locale;

/** The steps of publishing, in order. Each is recorded when it is done, and each can be repeated. */
public enum Step {
    EXPAND,
    FILL,
    PROVE,
    SWAP,
    DRAIN,
    CONTRACT,
    DONE;

    static Step of(String name) {
        return valueOf(name.toUpperCase(Locale.ROOT));
    }

    @SuppressWarnings("EnumOrdinal") // the order of the constants is the order of the steps
    public Step next() {
        return values()[ordinal() + 1];
    }

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
