package dev.cuenta.source;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import dev.cuenta.core.adoption.CsvText;
import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceRow;
import dev.cuenta.core.adoption.SourceType;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** A CSV file (RFC 4180) in UTF-8 whose first line names the columns. An empty value is none. */
final class CsvSource implements Source {
    private final Path file;

    CsvSource(Path file) {
        this.file = file;
    }

    @Override
    public String name() {
        return Sources.baseName(file);
    }

    @Override
    public List<SourceColumn> columns() {
        try (CsvReader<NamedCsvRecord> reader = open()) {
            return reader.stream().findFirst().map(NamedCsvRecord::getHeader).orElse(List.of()).stream()
                    .map(name -> new SourceColumn(name, SourceType.UNKNOWN, false, false))
                    .toList();
        } catch (IOException | UncheckedIOException | CsvParseException | IllegalStateException broken) {
            throw broken(broken);
        }
    }

    @Override
    public void each(Consumer<SourceRow> reader) {
        try (CsvReader<NamedCsvRecord> records = open()) {
            for (NamedCsvRecord each : records) {
                reader.accept(row(each));
            }
        } catch (IOException | UncheckedIOException | CsvParseException | IllegalStateException broken) {
            throw broken(broken);
        }
    }

    private CsvReader<NamedCsvRecord> open() throws IOException {
        return CsvReader.builder().ofNamedCsvRecord(file);
    }

    private static SourceRow row(NamedCsvRecord read) {
        Map<String, Object> values = new LinkedHashMap<>();
        read.getFieldsAsMap().forEach((column, value) -> {
            if (!value.isBlank()) {
                values.put(column, CsvText.read(value));
            }
        });
        return new SourceRow(values);
    }

    private RuntimeException broken(Exception failure) {
        return Sources.refused("`" + file + "` cannot be read as CSV: " + failure.getMessage());
    }

    @Override
    public void close() {}
}
