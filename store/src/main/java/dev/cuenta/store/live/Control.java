package dev.cuenta.store.live;

import java.util.Locale;

/** What somebody wants of a publish that is under way. Once the swap is done there is no going back, only forward. */
public enum Control {
    RUN,
    PAUSE,
    CANCEL;

    static Control of(String name) {
        return valueOf(name.toUpperCase(Locale.ROOT));
    }

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
