package dev.cuenta.core.activity;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The closed set of what activity tells. */
public enum Action {
    SIGNED_UP,
    ACCOUNT_ADDED,
    ACCOUNT_CHANGED,
    ACCOUNT_REMOVED,
    ACCOUNT_ANONYMISED,
    ACCOUNT_ARCHIVED,
    ACCOUNT_RESTORED,
    PICTURE_CHANGED,
    SECRET_SHOWN,
    DOSSIER_GIVEN,
    SEEN_AS,
    SIGNED_IN,
    SIGN_IN_FAILED,
    SIGN_IN_PAUSED,
    SIGNED_OUT,
    SESSIONS_ENDED,
    PASSWORD_CHANGED,
    PASSWORD_RESET,
    SECOND_FACTOR_ADDED,
    SECOND_FACTOR_REMOVED,
    RECOVERY_CODE_USED,
    ADDRESS_CONFIRMED,
    ROLE_GIVEN,
    ROLE_APPROVED,
    ROLE_TAKEN,
    TENANT_ADDED,
    TENANT_CHANGED,
    TENANT_REMOVED,
    MEMBER_JOINED,
    MEMBER_LEFT,
    INVITATION_MADE,
    INVITATION_WITHDRAWN,
    SERVICE_KEY_ADDED,
    SERVICE_KEY_REMOVED,
    DEPENDENTS_MOVED,
    MODEL_PUBLISHED,
    RETENTION_WITHDRAWN,
    RETENTION_BEGUN,
    SECRETS_ROTATED,
    PEPPER_ADDED,
    SIGNING_KEY_ADDED,
    TOKEN_REVOKED,
    RECORDS_ADDED,
    ACTIVITY_PRUNED;

    /** As JSON, the terminal and the console spell it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<Action> ofWord(String word) {
        return Arrays.stream(values())
                .filter(action -> action.word().equals(word))
                .findFirst();
    }
}
