package dev.cuenta.cli.adoption;

import dev.cuenta.cli.output.CsvOutput;
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
        CsvOutput csv = CsvOutput.to(out);
        csv.row(fromTitle, toTitle);
        String after = "";
        List<T> page;
        do {
            page = pages.apply(after);
            for (T row : page) {
                after = from.apply(row);
                csv.row(after, to.apply(row));
            }
        } while (page.size() == PAGE);
        out.flush();
    }
}
