package dev.cuenta.cli.output;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import dev.cuenta.core.adoption.CsvText;
import java.io.Closeable;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/** Rows as CSV (RFC 4180), and no cell that a program for spreadsheets would run. The one place where CSV is written. */
public final class CsvOutput implements Closeable {
    private final CsvWriter csv;

    private CsvOutput(CsvWriter csv) {
        this.csv = csv;
    }

    /** Unbuffered: whoever gave the writer flushes it. */
    public static CsvOutput to(PrintWriter out) {
        return new CsvOutput(CsvWriter.builder()
                .bufferSize(0)
                .lineDelimiter(LineDelimiter.LF)
                .build(out));
    }

    /** Replaces the file. */
    public static CsvOutput to(Path file) throws IOException {
        return new CsvOutput(CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(file));
    }

    public void row(List<String> cells) {
        csv.writeRecord(cells.stream().map(CsvText::written).toList());
    }

    public void row(String... cells) {
        row(Arrays.asList(cells));
    }

    @Override
    public void close() throws IOException {
        csv.close();
    }
}
