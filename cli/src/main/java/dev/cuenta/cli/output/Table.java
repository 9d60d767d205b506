package dev.cuenta.cli.output;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Aligned columns; the last one may run on. */
public final class Table {
    private static final int WIDEST = 60;
    private static final String GAP = "  ";
    /** Line ends, and what a terminal would take for its own: a stranger may have written it. */
    private static final Pattern COMMANDS =
            Pattern.compile("[\\p{Cntrl}\\x{80}-\\x{9F}\\u202A-\\u202E\\u2066-\\u2069]");

    private final List<List<String>> rows = new ArrayList<>();

    public Table(String... titles) {
        rows.add(List.of(titles));
    }

    public Table row(Object... cells) {
        List<String> row = new ArrayList<>();
        for (Object cell : cells) {
            row.add(COMMANDS.matcher(String.valueOf(cell)).replaceAll(" "));
        }
        rows.add(row);
        return this;
    }

    /**
     * The same with some of its columns, in the order in which they are named.
     *
     * @param titles whatever their capitals; empty for all
     * @throws Problem MALFORMED for one that there is not
     */
    Table only(List<String> titles) {
        if (titles.isEmpty()) {
            return this;
        }
        List<Integer> chosen = titles.stream().map(this::column).toList();
        List<List<String>> some =
                rows.stream().map(row -> chosen.stream().map(row::get).toList()).toList();
        rows.clear();
        rows.addAll(some);
        return this;
    }

    private int column(String title) {
        List<String> titles = rows.get(0);
        return IntStream.range(0, titles.size())
                .filter(i -> titles.get(i).equalsIgnoreCase(title.strip()))
                .findFirst()
                .orElseThrow(() -> Problem.of(
                        ProblemKind.MALFORMED,
                        "There is no column `" + title + "`. Choose from: "
                                + titles.stream()
                                        .filter(each -> !each.isEmpty())
                                        .collect(Collectors.joining(", "))));
    }

    boolean isEmpty() {
        return rows.size() == 1;
    }

    /** As {@link #print}, or what is said instead of a table without rows. */
    public void printOr(PrintWriter out, String otherwise) {
        if (isEmpty()) {
            out.println(otherwise);
            out.flush();
        } else {
            print(out);
        }
    }

    public void print(PrintWriter out) {
        int columns = rows.get(0).size();
        int[] widths = new int[columns];
        for (List<String> row : rows) {
            for (int i = 0; i < columns; i++) {
                widths[i] = Math.max(widths[i], Math.min(WIDEST, width(row.get(i))));
            }
        }
        for (List<String> row : rows) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < columns; i++) {
                boolean last = i == columns - 1;
                String cell = last ? row.get(i) : cut(row.get(i));
                line.append(cell).append(last ? "" : " ".repeat(widths[i] - width(cell)) + GAP);
            }
            out.println(line.toString().stripTrailing());
        }
        out.flush();
    }

    private static int width(String text) {
        return text.codePointCount(0, text.length());
    }

    private static String cut(String text) {
        return width(text) <= WIDEST ? text : text.substring(0, text.offsetByCodePoints(0, WIDEST - 1)) + "…";
    }
}
