package dev.cuenta.wire.token;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;

/** Who signs tokens, and where to ask (RFC 8414 section 2). */
public record TokenServer(
        String issuer,
        @JsonProperty("jwks_uri") String keys,
        @JsonProperty("introspection_endpoint") String introspection,
        @JsonProperty("revocation_endpoint") String revocation,
        @JsonProperty("response_types_supported") List<String> responseTypes) {}
