package dev.cuenta.service.metrics;

import java.util.HexFormat;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Names a request in every line of the log that it causes (W3C Trace Context, section 3.2.2.3). */
final class TraceId {
    static final String HEADER = "traceparent";

    private static final Pattern PARENT =
            Pattern.compile("(?!ff)[0-9a-f]{2}-(?!0{32})([0-9a-f]{32})-(?!0{16})[0-9a-f]{16}-[0-9a-f]{2}(-.*)?");

    private TraceId() {}

    /** That of whoever asks, where the header is well-formed, or one of its own. */
    static String of(@Nullable String parent) {
        if (parent != null) {
            Matcher known = PARENT.matcher(parent);
            if (known.matches()) {
                return known.group(1);
            }
        }
        ThreadLocalRandom random = ThreadLocalRandom.current();
        HexFormat hex = HexFormat.of();
        return hex.toHexDigits(random.nextLong()) + hex.toHexDigits(random.nextLong() | 1);
    }
}
