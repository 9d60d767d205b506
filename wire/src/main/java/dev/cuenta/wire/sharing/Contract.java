package dev.cuenta.wire.sharing;

import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a service may rely on, as a document that its team keeps beside its own code.
 *
 * @param reads fields by name, in the order of the model
 * @param attributes what every account has and the service sees, such as {@code displayName}
 * @param asks permissions of people that it may ask about
 * @param dependents its sorts of records that hang on accounts, with {@code restrict}, {@code cascade} or {@code setNull}
 * @param roles by their numbers, for a service that reads roles; null in a contract of an earlier version
 * @param kinds for a service that reads them; null in a contract of an earlier version
 */
public record Contract(
        String service,
        String model,
        int revision,
        Map<String, Promise> reads,
        Map<String, Promise> writes,
        Set<String> attributes,
        Set<String> asks,
        Map<String, String> dependents,
        @Nullable Map<String, Integer> roles,
        @Nullable Set<String> kinds) {
    /**
     * What holds of a field's values.
     *
     * @param type as the model names it
     * @param always whether every account of a kind that has the field has a value
     * @param schema JSON Schema 2020-12 of a value
     */
    public record Promise(String type, boolean always, Map<String, Object> schema) {}
}
