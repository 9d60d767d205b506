package dev.cuenta.cli.output;

/** What {@code --output} takes. */
public enum Format {
    table,
    json
}
