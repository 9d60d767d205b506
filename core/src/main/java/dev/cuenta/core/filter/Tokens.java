package dev.cuenta.core.filter;

import java.math.BigDecimal;
import java.util.Optional;

/** The words, symbols and values of a filter, taken one by one. */
final class Tokens {
    record Word(String text, int position) {}

    private static final int MOST_DIGITS = 40;

    private final String text;
    private int at;

    Tokens(String text) {
        this.text = text;
    }

    boolean takeSymbol(char symbol) {
        skipBlanks();
        if (at < text.length() && text.charAt(at) == symbol) {
            at++;
            return true;
        }
        return false;
    }

    boolean takeWord(String word) {
        skipBlanks();
        if (peekWord().equalsIgnoreCase(word)) {
            at += word.length();
            return true;
        }
        return false;
    }

    Word word(String expected) throws FilterSyntaxException {
        skipBlanks();
        String word = peekWord();
        if (word.isEmpty()) {
            throw expected(expected);
        }
        Word taken = new Word(word, at);
        at += word.length();
        return taken;
    }

    Object value() throws FilterSyntaxException {
        skipBlanks();
        if (at < text.length() && text.charAt(at) == '"') {
            return quoted();
        }
        int start = at;
        while (at < text.length() && !Character.isWhitespace(text.charAt(at)) && text.charAt(at) != ')') {
            at++;
        }
        String bare = text.substring(start, at);
        return literal(bare).orElseThrow(() -> {
            at = start;
            return expected("a value: a text in double quotes, a number, true or false");
        });
    }

    private static Optional<Object> literal(String bare) {
        if (bare.equals("true") || bare.equals("false")) {
            return Optional.of(Boolean.valueOf(bare));
        }
        if (bare.isEmpty() || bare.length() > MOST_DIGITS || !bare.matches("-?\\d+(\\.\\d+)?")) {
            return Optional.empty();
        }
        return Optional.of(new BigDecimal(bare));
    }

    private String quoted() throws FilterSyntaxException {
        int start = at++;
        StringBuilder value = new StringBuilder();
        while (at < text.length() && text.charAt(at) != '"') {
            if (text.charAt(at) == '\\' && at + 1 < text.length()) {
                at++;
            }
            value.append(text.charAt(at++));
        }
        if (at == text.length()) {
            throw new FilterSyntaxException(start, "the text that begins here has no closing double quote.");
        }
        at++;
        return value.toString();
    }

    void expectEnd() throws FilterSyntaxException {
        skipBlanks();
        if (at < text.length()) {
            throw expected("and, or, or the end");
        }
    }

    FilterSyntaxException expected(String what) {
        String found =
                at < text.length() ? "`" + text.substring(at, Math.min(text.length(), at + 20)) + "`" : "the end";
        return new FilterSyntaxException(at, "expected " + what + ", but found " + found + ".");
    }

    private String peekWord() {
        int end = at;
        while (end < text.length()
                && (Character.isLetterOrDigit(text.charAt(end)) || "._-".indexOf(text.charAt(end)) >= 0)) {
            end++;
        }
        return text.substring(at, end);
    }

    private void skipBlanks() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }
}
