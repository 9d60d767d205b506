package dev.cuenta.core.type;

import java.time.LocalDate;

/** Where sample values come from: made-up people, and no address or number that could belong to anyone. */
public interface Words {
    /** Goes on to another person; names and addresses are this person's until the next call. */
    void nextPerson();

    String givenName();

    String familyName();

    /** A lower-case name for an address or a handle, different at every call. */
    String handle();

    String sentence();

    String town();

    /** From {@code least} to {@code most}, both included. */
    long between(long least, long most);

    LocalDate today();
}
