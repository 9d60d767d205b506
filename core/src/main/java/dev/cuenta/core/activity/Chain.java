package dev.cuenta.core.activity;

import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Binds each entry to all before it: whoever changes, takes out or puts in one would have to write every later link anew, and the last
 * one no longer is what somebody noted. What an entry is bound by is a digest of this text.
 */
public final class Chain {
    private static final int LINK_BYTES = 32;

    private Chain() {}

    /** What the first entry follows. */
    public static byte[] begin() {
        return new byte[LINK_BYTES];
    }

    /** What binds an entry to the one with that link, before it is digested. */
    public static byte[] text(byte[] previous, Entry entry) {
        StringBuilder text = new StringBuilder();
        add(text, String.valueOf(entry.number()));
        add(text, entry.at().truncatedTo(ChronoUnit.MICROS).toString());
        add(text, entry.action());
        add(text, entry.account());
        add(text, entry.person());
        add(text, entry.service());
        add(text, entry.via());
        add(text, entry.address());
        add(text, entry.tenant());
        add(text, entry.details());
        byte[] own = text.toString().getBytes(StandardCharsets.UTF_8);
        byte[] whole = Arrays.copyOf(previous, previous.length + own.length);
        System.arraycopy(own, 0, whole, previous.length, own.length);
        return whole;
    }

    /** With its length before it, so that no two entries read alike; -1 for what is not there. */
    private static void add(StringBuilder whole, @Nullable Object value) {
        String text = value == null ? "" : value.toString();
        whole.append(value == null ? -1 : text.length()).append(':').append(text);
    }
}
