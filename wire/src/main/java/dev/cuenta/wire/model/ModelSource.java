package dev.cuenta.wire.model;

import org.jspecify.annotations.Nullable;

/**
 * A model file.
 *
 * @param file what messages call it; null for {@code account-model.yaml}
 * @param script whether a diff shows the statements as well
 */
public record ModelSource(
        @Nullable String file, String source, @Nullable Boolean script) {}
