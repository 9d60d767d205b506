package dev.cuenta.core.revision;

import dev.cuenta.core.account.AccountId;
import java.util.List;

/**
 * One difference between the live revision and a file.
 *
 * @param path the field, profile, kind, section or contract it is about
 * @param what the difference in words
 * @param consequence what becomes of the stored records, in words
 * @param records how many stored records it touches
 * @param examples of stored values that break the new rule; masked where the field is not open
 * @param accounts whose records are in the way, the first few of them
 * @param filter finds all of those accounts; empty where no filter says more than their ids
 * @param toAllow whether it is only published when it is allowed by name
 */
public record Change(
        ChangeKind kind,
        String path,
        Effect effect,
        String what,
        String consequence,
        long records,
        List<String> examples,
        List<AccountId> accounts,
        String filter,
        boolean toAllow) {
    public Change {
        // Revisions that were published by earlier versions have none.
        examples = examples == null ? List.of() : List.copyOf(examples);
        accounts = accounts == null ? List.of() : List.copyOf(accounts);
        filter = filter == null ? "" : filter;
    }

    public static Change of(ChangeKind kind, Object path, Effect effect, String what, String consequence) {
        return of(kind, path, effect, what, consequence, 0, false);
    }

    static Change of(
            ChangeKind kind,
            Object path,
            Effect effect,
            String what,
            String consequence,
            long records,
            boolean toAllow) {
        return new Change(kind, path.toString(), effect, what, consequence, records, List.of(), List.of(), "", toAllow);
    }

    public Change touching(long count) {
        return new Change(kind, path, effect, what, consequence, count, examples, accounts, filter, toAllow);
    }

    Change showing(List<String> values) {
        return new Change(kind, path, effect, what, consequence, records, values, accounts, filter, toAllow);
    }

    Change naming(List<AccountId> some, String findingAll) {
        return new Change(kind, path, effect, what, consequence, records, examples, some, findingAll, toAllow);
    }

    /** The change as it is remembered: without what it found in the records. */
    public Change remembered() {
        return showing(List.of()).naming(List.of(), "");
    }

    /** Only published when it is allowed by name. */
    public Change toAllowIf(boolean needed) {
        return new Change(kind, path, effect, what, consequence, records, examples, accounts, filter, needed);
    }

    /** What {@code --allow} takes. */
    public String name() {
        return kind + ":" + path;
    }

    public boolean blocks() {
        return effect == Effect.DECISION || effect == Effect.UNSUPPORTED;
    }
}
