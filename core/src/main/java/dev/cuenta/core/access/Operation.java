package dev.cuenta.core.access;

/**
 * In what way input arrives. {@code SEED} is Cuenta's own hand: seeds and samples may set what no party may.
 */
public enum Operation {
    SIGN_UP,
    CREATE,
    CHANGE,
    SEED;

    boolean makesAccount() {
        return this != CHANGE;
    }
}
