package dev.cuenta.core.expression;

/** The text is no expression, or does not fit the fields it speaks of. */
public final class ExpressionException extends Exception {
    private static final long serialVersionUID = 1;

    private final int position;
    private final String advice;

    ExpressionException(int position, String message, String advice) {
        super(message, null, false, false);
        this.position = position;
        this.advice = advice;
    }

    /** Where in the text, counted from 0. */
    public int position() {
        return position;
    }

    public String advice() {
        return advice;
    }
}
