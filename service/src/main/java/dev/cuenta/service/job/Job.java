package dev.cuenta.service.job;

/** Work that was begun by being recorded in the database, and is carried on until it is done. */
public interface Job {
    /** For the log: what is being done. */
    String title();

    /** Does what is left, if anything is. May be called at any time, by any instance; what fails is tried again later. */
    void carryOn();
}
