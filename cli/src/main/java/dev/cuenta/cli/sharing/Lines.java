package dev.cuenta.cli.sharing;

import java.util.HashMap;
import java.util.Map;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.json.JsonMapper;

/** On which line of a JSON file something stands. */
final class Lines {
    private final Map<String, Integer> lines = new HashMap<>();

    private Lines() {}

    /** @throws tools.jackson.core.JacksonException for what is no JSON */
    static Lines of(JsonMapper json, String text) {
        Lines found = new Lines();
        try (JsonParser parser = json.createParser(text)) {
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
                found.lines.putIfAbsent(
                        parser.streamReadContext().pathAsPointer().toString(),
                        parser.currentTokenLocation().getLineNr());
            }
        }
        return found;
    }

    /**
     * Where it stands, or what it should stand in.
     *
     * @param pointer JSON Pointer (RFC 6901)
     */
    int of(String pointer) {
        Integer line = lines.get(pointer);
        int slash = pointer.lastIndexOf('/');
        return line != null ? line : slash < 0 ? 1 : of(pointer.substring(0, slash));
    }
}
