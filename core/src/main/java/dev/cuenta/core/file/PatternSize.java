package dev.cuenta.core.file;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How large the program of a pattern gets, before it is compiled: counts within counts multiply, so that twenty characters can ask
 * for a gigabyte.
 */
final class PatternSize {
    private static final Pattern COUNT = Pattern.compile("\\{(\\d{1,9})(?:,(\\d{0,9}))?\\}");
    private static final long MOST = Integer.MAX_VALUE;

    private final String pattern;
    private final Deque<Long> groups = new ArrayDeque<>();
    private int at;

    private PatternSize(String pattern) {
        this.pattern = pattern;
    }

    /** In parts such as a character, a class or a group's mark; never less than there are. */
    static long of(String pattern) {
        return new PatternSize(pattern).size();
    }

    private long size() {
        groups.push(0L);
        while (at < pattern.length()) {
            char each = pattern.charAt(at);
            if (each == '(') {
                groups.push(2L);
                at++;
            } else {
                long part = each == ')' && groups.size() > 1 ? groups.pop() : 1;
                at = each == ')' ? at + 1 : afterAtom();
                groups.push(Math.min(MOST, groups.pop() + part * count()));
            }
        }
        return groups.stream().mapToLong(Long::longValue).sum();
    }

    private int afterAtom() {
        if (pattern.charAt(at) == '\\') {
            return at + 2;
        }
        return pattern.charAt(at) == '[' ? afterClass() : at + 1;
    }

    private int afterClass() {
        int end = at + 2; // a bracket that comes first stands for itself
        while (end < pattern.length() && pattern.charAt(end) != ']') {
            end += pattern.charAt(end) == '\\' ? 2 : 1;
        }
        return end + 1;
    }

    /** How often what was read last is repeated. */
    private long count() {
        Matcher count = COUNT.matcher(pattern);
        if (at >= pattern.length() || !count.region(at, pattern.length()).lookingAt()) {
            return 1;
        }
        at = count.end();
        String most = count.group(2) == null || count.group(2).isEmpty() ? count.group(1) : count.group(2);
        return Math.max(1, Long.parseLong(most));
    }
}
