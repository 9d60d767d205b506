package dev.cuenta.core.adoption;

import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;

/** Rows that another program kept. Tables beside the main one have their columns as {@code table.column}. */
public interface Source extends AutoCloseable {
    /** What people would call it: the table's or the file's name. */
    String name();

    List<SourceColumn> columns();

    /** Tables that are read along with the main one. */
    default List<String> beside() {
        return List.of();
    }

    /** How many rows there are. */
    default long rows() {
        AtomicLong rows = new AtomicLong();
        each(row -> rows.incrementAndGet());
        return rows.get();
    }

    /** Gives every row once, in the same order each time. */
    void each(Consumer<SourceRow> reader);

    @Override
    void close();
}
