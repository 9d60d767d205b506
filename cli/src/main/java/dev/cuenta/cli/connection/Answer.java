package dev.cuenta.cli.connection;

import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * What the service answered.
 *
 * @param body an empty object where there is none
 * @param etag to be given back when the same record is changed
 */
public record Answer(JsonNode body, Optional<String> etag) {}
