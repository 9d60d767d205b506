package dev.cuenta.core.adoption;

import java.util.regex.Pattern;

/**
 * Texts in cells of CSV files. A program for spreadsheets takes a cell that begins like a formula for one, whoever wrote it; such a cell
 * gets an apostrophe before it, which these programs take for the sign of a text, and which is taken away again when it is read here.
 */
public final class CsvText {
    private static final Pattern FORMULA =
            Pattern.compile("'*[=+\\-@\\t\\r\\n\uff1d\uff0b\uff0d\uff20].*", Pattern.DOTALL);

    /** Numbers, of telephones too. */
    private static final Pattern NUMBER = Pattern.compile("[+-]?[0-9]+([.,][0-9]+)*");

    private CsvText() {}

    /** As it is written into a cell. */
    public static String written(String text) {
        return isTaken(text) ? "'" + text : text;
    }

    /** As it was before it was written. */
    public static String read(String cell) {
        return cell.startsWith("'") && isTaken(cell.substring(1)) ? cell.substring(1) : cell;
    }

    private static boolean isTaken(String text) {
        return FORMULA.matcher(text).matches() && !NUMBER.matcher(text).matches();
    }
}
