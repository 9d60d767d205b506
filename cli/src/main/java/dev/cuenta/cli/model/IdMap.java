package dev.cuenta.cli.model;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import dev.cuenta.cli.connection.Answer;
import java.io.PrintWriter;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;

/** Prints a map of ids as CSV, page after page: what something was known by, and which account that is. */
final class IdMap {
    static final int PAGE = 5000;

    private final PrintWriter out;
    private final String from;
    private final String to;

    /** The names of both columns, which are those of the service's answers. */
    IdMap(PrintWriter out, String from, String to) {
        this.out = out;
        this.from = from;
        this.to = to;
    }

    /** @param pages gives the page behind a key; the first is behind an empty one */
    void print(Function<String, Answer> pages) {
        CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.LF)
                .bufferSize(0)
                .build(out);
        csv.writeRecord(from, to);
        String after = "";
        JsonNode page;
        do {
            page = pages.apply(after).body().path("items");
            for (JsonNode row : page) {
                after = row.path(from).asString();
                csv.writeRecord(after, row.path(to).asString());
            }
        } while (page.size() == PAGE);
        out.flush();
    }
}
