package dev.cuenta.cli.adoption;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.PrintWriter;
import java.util.List;
import java.util.function.Function;

/** Prints a map of ids as CSV, page after page: what something was known by, and which account that is. */
public final class IdMap<T> {
    public static final int PAGE = 5000;

    private final PrintWriter out;
    private final Function<T, String> from;
    private final Function<T, String> to;

    /** What each row was known by, and which account it is. */
    public IdMap(PrintWriter out, Function<T, String> from, Function<T, String> to) {
        this.out = out;
        this.from = from;
        this.to = to;
    }

    /**
     * Prints all pages.
     *
     * @param pages gives the page behind a key; the first is behind an empty one
     */
    public void print(String fromTitle, String toTitle, Function<String, List<T>> pages) {
        CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.LF)
                .bufferSize(0)
                .build(out);
        csv.writeRecord(fromTitle, toTitle);
        String after = "";
        List<T> page;
        do {
            page = pages.apply(after);
            for (T row : page) {
                after = from.apply(row);
                csv.writeRecord(after, to.apply(row));
            }
        } while (page.size() == PAGE);
        out.flush();
    }
}
