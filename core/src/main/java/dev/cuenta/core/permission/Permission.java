package dev.cuenta.core.permission;

/** Something that a role lets people do: one of Cuenta's own, or one that the team's services ask about. */
public sealed interface Permission permits CuentaPermission, TeamPermission {
    /** As model files and messages spell it, such as {@code accounts.read}. */
    String word();

    /** Whether a role that counts within a tenant can give it: whether everything it opens can be limited to that tenant. */
    boolean withinTenant();

    /** Cuenta's own of that word, and otherwise the team's. */
    static Permission of(String word) {
        return CuentaPermission.find(word).<Permission>map(own -> own).orElseGet(() -> new TeamPermission(word));
    }
}
