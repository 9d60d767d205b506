package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.wire.Secret;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What a request must have. */
public final class Given {
    public static final int LONGEST = 1024;

    private Given() {}

    /**
     * The text that stands under a key.
     *
     * @throws Problem INVALID where it is missing, empty, or longer than anybody types
     */
    public static String text(String key, @Nullable Object value) {
        String given = value instanceof Secret secret ? secret.value() : value instanceof String text ? text : "";
        if (!given.isEmpty() && given.length() <= LONGEST) {
            return given;
        }
        throw Problem.invalid("/" + key, "required", "Give `" + key + "` as a text.");
    }

    /** The id that stands in an address; empty where that is none, so that nothing is found by it. */
    public static Optional<UUID> uuid(String text) {
        try {
            return Optional.of(UUID.fromString(text));
        } catch (IllegalArgumentException notAnId) {
            return Optional.empty();
        }
    }
}
