package dev.cuenta.core.revision;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;

/**
 * What publishing a file would do.
 *
 * @param liveRevision the number of the live revision; 0 when there is none yet
 */
public record Diff(int liveRevision, List<Change> changes) {
    private static final int FINGERPRINT_LENGTH = 12;

    public Diff {
        changes = List.copyOf(changes);
    }

    public boolean isEmpty() {
        return changes.isEmpty();
    }

    public List<Change> blocking() {
        return changes.stream().filter(Change::blocks).toList();
    }

    public List<Change> notAllowed(Collection<String> allowed) {
        return changes.stream()
                .filter(change -> change.toAllow() && !allowed.contains(change.name()))
                .toList();
    }

    /**
     * Stands for what was shown. Counts take part only as none or some: on a busy service they move all the time, and a
     * publish would never fit what was shown a minute ago.
     */
    public String fingerprint(String source) {
        StringBuilder text =
                new StringBuilder().append(liveRevision).append('\n').append(source);
        changes.forEach(change -> text.append('\n')
                .append(change.name())
                .append(' ')
                .append(change.effect())
                .append(' ')
                .append(change.records() > 0));
        try {
            byte[] hash =
                    MessageDigest.getInstance("SHA-256").digest(text.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash).substring(0, FINGERPRINT_LENGTH);
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
