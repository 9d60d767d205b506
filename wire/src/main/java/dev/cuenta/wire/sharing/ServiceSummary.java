package dev.cuenta.wire.sharing;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A service of the live model.
 *
 * @param reads names of fields
 * @param attributes what every account has and the service sees, such as {@code kind}
 * @param asks permissions of people that it may ask about
 * @param dependents its sorts of records that hang on accounts, with {@code restrict}, {@code cascade} or {@code setNull}
 * @param vocabulary what the service's code knows, and where that differs; null for a service that has not said
 */
public record ServiceSummary(
        String name,
        Set<String> reads,
        Set<String> attributes,
        Set<String> writes,
        Set<String> asks,
        Map<String, String> dependents,
        List<ServiceKey> keys,
        @Nullable KnownVocabulary vocabulary) {}
