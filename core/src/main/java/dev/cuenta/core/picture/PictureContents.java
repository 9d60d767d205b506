package dev.cuenta.core.picture;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/**
 * Where the bytes of pictures are kept. They are kept before an account knows of the picture, and dropped after it does not
 * any more; so what a crash leaves behind is bytes that nobody knows, which are found and dropped later.
 */
public interface PictureContents {
    /** All sizes of one picture. Kept twice, they are the same. */
    void keep(UUID picture, Map<PictureSize, byte[]> sizes);

    Optional<byte[]> read(UUID picture, PictureSize size);

    /** Gives the pictures that were kept before the moment, some at a time; those that are given may be dropped meanwhile. */
    void keptBefore(Instant moment, Consumer<Set<UUID>> some);

    void drop(Set<UUID> pictures);
}
