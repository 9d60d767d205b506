package dev.cuenta.core.account;

/** The value of a secret field as it is stored. It stays sealed until somebody who may read it asks for it. */
public interface Sealed {
    /**
     * The value itself.
     *
     * @throws dev.cuenta.core.problem.Problem UNAVAILABLE when its key is not at hand
     */
    Object open();
}
