package dev.cuenta.core.password;

/** Knows the passwords that are tried first. */
@FunctionalInterface
public interface CommonPasswords {
    /** Whether the password, given in lower case, is one of them. */
    boolean contains(String password);
}
