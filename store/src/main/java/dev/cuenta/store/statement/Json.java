package dev.cuenta.store.statement;

import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** JSON as values are kept in it: whole numbers are Long, others BigDecimal, as the types of fields read them. */
public final class Json {
    public static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.USE_LONG_FOR_INTS)
            .build();

    private Json() {}
}
