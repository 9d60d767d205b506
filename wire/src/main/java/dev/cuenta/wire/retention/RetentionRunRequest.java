package dev.cuenta.wire.retention;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A run that is to begin.
 *
 * @param allow {@code atMost}, where the run may take more than the rule's limit
 */
public record RetentionRunRequest(String rule, @Nullable List<String> allow) {}
