package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts of memory as people write them (IEC 80000-13): {@code 512 B}, {@code 16 KiB}, {@code 2 MiB}. */
final class Sizes {
    private static final Pattern SIZE = Pattern.compile("(\\d{1,9}) ?(B|KiB|MiB)");

    private Sizes() {}

    static Optional<Long> bytes(Element element, long least, long most, String example) {
        Matcher size = SIZE.matcher(element.text().orElse(""));
        long bytes = size.matches() ? Long.parseLong(size.group(1)) * unit(size.group(2)) : -1;
        if (bytes >= least && bytes <= most) {
            return Optional.of(bytes);
        }
        element.report(
                FindingCode.BAD_VALUE,
                "`" + element.name() + "` must be a size from " + spelt(least) + " to " + spelt(most) + ".",
                "Write it with its unit, such as `" + example + "`.");
        return Optional.empty();
    }

    private static long unit(String name) {
        return switch (name) {
            case "KiB" -> 1024;
            case "MiB" -> 1024 * 1024;
            default -> 1;
        };
    }

    static String spelt(long bytes) {
        if (bytes % (1024 * 1024) == 0) {
            return bytes / (1024 * 1024) + " MiB";
        }
        return bytes % 1024 == 0 ? bytes / 1024 + " KiB" : bytes + " B";
    }
}
