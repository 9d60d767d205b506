package dev.cuenta.wire;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Why a request was refused (RFC 9457).
 *
 * @param type {@code urn:cuenta:problem:} and one of a closed set of words, or {@code about:blank}
 * @param instance the request, for whoever asks about it
 * @param errors what is wrong with the request; null for refusals of another type
 * @param incident by which the service's log calls a fault of its own
 */
public record ProblemDocument(
        String type,
        String title,
        int status,
        @Nullable String detail,
        @Nullable String instance,
        @Nullable List<Violation> errors,
        @Nullable String incident) {}
