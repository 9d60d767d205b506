package dev.cuenta.core.revision;

import java.util.Locale;

/** The sorts of differences between two revisions. */
public enum ChangeKind {
    FIRST_REVISION,
    KIND_ADDED,
    PROFILE_ADDED,
    PROFILE_GIVEN,
    FIELD_ADDED,
    FIELD_RESTORED,
    FIELD_REMOVED,
    OPTION_ADDED,
    FIELD_DESCRIBED,
    ACCESS_CHANGED,
    RULES_CHANGED,
    CANNOT_CHANGE;

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
