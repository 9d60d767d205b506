package dev.cuenta.core.revision;

/**
 * One difference between the live revision and a file.
 *
 * @param path the field, profile, kind or section it is about
 * @param what the difference in words
 * @param consequence what becomes of the stored records, in words
 * @param records how many stored records it touches
 * @param toAllow whether it is only published when it is allowed by name
 */
public record Change(
        ChangeKind kind, String path, Effect effect, String what, String consequence, long records, boolean toAllow) {
    /** What {@code --allow} takes. */
    public String name() {
        return kind + ":" + path;
    }

    public boolean blocks() {
        return effect == Effect.DECISION || effect == Effect.UNSUPPORTED;
    }
}
