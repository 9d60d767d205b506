package dev.cuenta.core.revision;

/** What a change does to the stored records and to those who use them. */
public enum Effect {
    /** A matter of the catalogue only; no record is rewritten. */
    INSTANT,
    /** Records get a value in batches while the service runs. */
    BACKFILL,
    /** Stored values break the new rule. They are mended first, or the change is allowed by name and they are kept aside. */
    NARROWING,
    /** People may do or read what they could not before. Published when it is allowed by name. */
    GRANT,
    /** A service's contract is touched. */
    CONTRACT,
    /** An answer is owed: what do existing records get? */
    DECISION,
    /** Stored values would go; kept aside and restorable until they are swept. */
    LOSS,
    /** Cuenta does not do it on live data, and says what to do instead. */
    UNSUPPORTED
}
