package dev.cuenta.wire.upkeep;

import java.time.Instant;

/**
 * A column that publishing kept aside.
 *
 * @param column the field's column, with its table
 * @param keptAs what it is called now
 * @param revision that put it aside
 */
public record Leftover(String table, String column, String keptAs, int revision, Instant keptAt, long values) {}
