package dev.cuenta.core.adoption;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a source holds, from reading every row of it once. */
public final class Survey {
    private final String name;
    private final List<Tally> columns;
    private final long rows;

    private Survey(String name, List<Tally> columns, long rows) {
        this.name = name;
        this.columns = List.copyOf(columns);
        this.rows = rows;
    }

    public static Survey of(Source source) {
        Map<String, Tally> tallies = new LinkedHashMap<>();
        source.columns().forEach(column -> tallies.put(column.name(), new Tally(column)));
        long[] rows = {0};
        source.each(row -> {
            rows[0]++;
            row.values()
                    .forEach((column, value) -> tallies.computeIfPresent(column, (name, tally) -> {
                        tally.add(value);
                        return tally;
                    }));
        });
        return new Survey(source.name(), List.copyOf(tallies.values()), rows[0]);
    }

    public String name() {
        return name;
    }

    public long rows() {
        return rows;
    }

    List<Tally> columns() {
        return columns;
    }
}
