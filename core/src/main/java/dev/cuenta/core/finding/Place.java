package dev.cuenta.core.finding;

/** Where in a file, counted from 1 as editors do. */
public record Place(String file, int line, int column) {
    @Override
    public String toString() {
        return file + ":" + line + ":" + column;
    }
}
