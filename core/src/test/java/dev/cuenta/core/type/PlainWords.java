package dev.cuenta.core.type;

import java.time.LocalDate;
import java.util.Random;

/** Words without a library, for tests. */
public final class PlainWords implements Words {
    private final Random random = new Random(1);
    private int person;

    @Override
    public void nextPerson() {
        person++;
    }

    @Override
    public String givenName() {
        return "Ines";
    }

    @Override
    public String familyName() {
        return "Baroja";
    }

    @Override
    public String handle() {
        return "ines.baroja" + person;
    }

    @Override
    public String sentence() {
        return "The tide turns at noon.";
    }

    @Override
    public String town() {
        return "Cala Honda";
    }

    @Override
    public long between(long least, long most) {
        return random.nextLong(least, most + 1);
    }

    @Override
    public LocalDate today() {
        return LocalDate.of(2026, 11, 23);
    }
}
