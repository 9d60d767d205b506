package dev.cuenta.source;

import dev.cuenta.core.problem.Problem;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** A file with one JSON object in each line, in UTF-8. Numbers are read without loss. */
public final class JsonLines {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.USE_LONG_FOR_INTS)
            .build();
    private static final TypeReference<Map<String, Object>> OBJECT = new TypeReference<>() {};

    private JsonLines() {}

    /**
     * Gives every object once, in the order of the file.
     *
     * @throws Problem MALFORMED naming the line that is no JSON object
     */
    public static void each(Path file, Consumer<Map<String, Object>> reader) {
        int number = 0;
        try (BufferedReader lines = Files.newBufferedReader(file)) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                number++;
                if (!line.isBlank()) {
                    reader.accept(JSON.readValue(line, OBJECT));
                }
            }
        } catch (JacksonException broken) {
            throw Sources.refused(
                    "Line " + number + " of `" + file + "` is no JSON object: " + broken.getOriginalMessage());
        } catch (IOException | UncheckedIOException unreadable) {
            throw Sources.refused("`" + file + "` cannot be read: " + unreadable.getMessage());
        }
    }

    /** How many objects there are. */
    public static long count(Path file) {
        try (Stream<String> lines = Files.lines(file)) {
            return lines.filter(line -> !line.isBlank()).count();
        } catch (IOException | UncheckedIOException unreadable) {
            throw Sources.refused("`" + file + "` cannot be read: " + unreadable.getMessage());
        }
    }
}
