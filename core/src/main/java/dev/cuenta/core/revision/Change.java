package dev.cuenta.core.revision;

import java.util.List;

/**
 * One difference between the live revision and a file.
 *
 * @param path the field, profile, kind, section or contract it is about
 * @param what the difference in words
 * @param consequence what becomes of the stored records, in words
 * @param records how many stored records it touches
 * @param examples of stored values that break the new rule; masked where the field is not open
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
        boolean toAllow) {
    public Change {
        // Revisions that were published by earlier versions have none.
        examples = examples == null ? List.of() : List.copyOf(examples);
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
        return new Change(kind, path.toString(), effect, what, consequence, records, List.of(), toAllow);
    }

    public Change touching(long count) {
        return new Change(kind, path, effect, what, consequence, count, examples, toAllow);
    }

    public Change showing(List<String> values) {
        return new Change(kind, path, effect, what, consequence, records, values, toAllow);
    }

    /** Only published when it is allowed by name. */
    public Change toAllowIf(boolean needed) {
        return new Change(kind, path, effect, what, consequence, records, examples, needed);
    }

    /** What {@code --allow} takes. */
    public String name() {
        return kind + ":" + path;
    }

    public boolean blocks() {
        return effect == Effect.DECISION || effect == Effect.UNSUPPORTED;
    }
}
