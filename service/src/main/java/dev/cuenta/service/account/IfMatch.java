package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Which versions of an account a change is for (RFC 9110, section 13.1.1). Of an entity tag only the version counts: what else is
 * in it tells one reader's answer from another's.
 *
 * @param versions null to change whatever is there
 */
record IfMatch(@Nullable Set<Long> versions) {
    private static final Pattern TAG =
            Pattern.compile("\\s*(?:\"(\\d{1,18})(?:-[\\w-]{1,64})?\"|(?:W/)?\"[^\"]*\")\\s*,?");

    /**
     * @param header as it came; null for none
     * @throws Problem STALE for what is no list of entity tags
     */
    static IfMatch read(@Nullable String header) {
        if (header == null || header.strip().equals("*")) {
            return new IfMatch(null);
        }
        Set<Long> versions = new LinkedHashSet<>();
        Matcher tag = TAG.matcher(header);
        int end = 0;
        for (; end < header.length() && tag.region(end, header.length()).lookingAt(); end = tag.end()) {
            if (tag.group(1) != null) {
                versions.add(Long.valueOf(tag.group(1)));
            }
        }
        if (versions.isEmpty() || end < header.length()) {
            throw Problem.of(
                    ProblemKind.STALE,
                    "If-Match must be the ETag that the account was read with, such as \"3-5d41402abc4b2a76b9719d911017c592\".");
        }
        return new IfMatch(versions);
    }

    /** @throws Problem STALE where the account has another version by now */
    void check(AccountRecord record) {
        if (versions != null && !versions.contains(record.version())) {
            throw Problem.of(
                    ProblemKind.STALE,
                    "You have seen version " + versions.iterator().next() + "; the account is at version "
                            + record.version() + ". Read it again and repeat your change.");
        }
    }
}
