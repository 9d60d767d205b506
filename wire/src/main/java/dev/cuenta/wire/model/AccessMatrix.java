package dev.cuenta.wire.model;

import java.util.List;
import java.util.Map;

/** Who reads and writes what. */
public record AccessMatrix(int revision, List<String> parties, List<Row> fields) {
    /**
     * What each party may do with a field.
     *
     * @param cells by party
     */
    public record Row(String path, String label, Sensitivity sensitivity, String returned, Map<String, Cell> cells) {}

    /**
     * What a party may do with a field.
     *
     * @param rights one for each way of reaching it
     * @param why in words
     */
    public record Cell(boolean reads, boolean writes, List<String> rights, String why) {}
}
