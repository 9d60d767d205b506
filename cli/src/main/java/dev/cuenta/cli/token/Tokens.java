package dev.cuenta.cli.token;

import dev.cuenta.cli.account.Asked;
import java.time.Instant;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** What the commands about tokens share. */
final class Tokens {
    static final String PATH = "/v1/tokens";
    private static final Set<String> MOMENTS = Set.of("iat", "exp");

    private Tokens() {}

    static Map<String, String> asked(boolean fromStandardInput) {
        return Map.of("token", Asked.secret("Token: ", "--token-stdin", fromStandardInput));
    }

    /** Moments are seconds in tokens (RFC 7519 section 2). */
    static String shown(String claim, JsonNode value) {
        if (MOMENTS.contains(claim)) {
            return Instant.ofEpochSecond(value.asLong()).toString();
        }
        return value.isString() ? value.asString() : value.toString();
    }
}
