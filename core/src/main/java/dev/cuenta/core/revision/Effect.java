package dev.cuenta.core.revision;

/** What a change does to the stored records. */
public enum Effect {
    /** A matter of the catalogue only; no record is rewritten. */
    INSTANT,
    /** Records get a value in batches while the service runs. */
    BACKFILL,
    /** An answer is owed: what do existing records get? */
    DECISION,
    /** Stored values would go; kept aside and restorable. */
    LOSS,
    /** This version of Cuenta cannot do it and refuses. */
    UNSUPPORTED
}
