package dev.cuenta.core.revision;

import java.util.Locale;

/** The sorts of differences between two revisions. */
public enum ChangeKind {
    FIRST_REVISION,
    IDS_CHANGED,
    KIND_ADDED,
    KIND_REMOVED,
    PROFILE_ADDED,
    PROFILE_REMOVED,
    PROFILE_GIVEN,
    PROFILE_TAKEN,
    FIELD_ADDED,
    FIELD_RESTORED,
    FIELD_REMOVED,
    FIELD_RENAMED,
    FIELD_MOVED,
    TYPE_CHANGED,
    LIMITS_NARROWED,
    LIMITS_WIDENED,
    BECAME_REQUIRED,
    BECAME_OPTIONAL,
    UNIQUENESS_ADDED,
    UNIQUENESS_DROPPED,
    SEARCH_CHANGED,
    INDEX_CHANGED,
    SECRECY_CHANGED,
    FIELD_DESCRIBED,
    ACCESS_CHANGED,
    RIGHTS_GROW,
    ROLE_REMOVED,
    ADMINISTRATORS_LOST,
    RULES_CHANGED,
    MEMBERSHIP_LIMITED,
    CONTRACT_TOUCHED,
    CANNOT_CHANGE;

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
