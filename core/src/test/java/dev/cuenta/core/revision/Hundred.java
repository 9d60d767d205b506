package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.sharing.Vocabulary;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A hundred accounts of each kind, ten values in each field, nothing kept aside. */
class Hundred implements StoredRecords {
    @Override
    public long accounts() {
        return 100;
    }

    @Override
    public long accountsOfKind(String kind) {
        return 100;
    }

    @Override
    public long values(Field field) {
        return 10;
    }

    @Override
    public long returning(Field before, Field after) {
        return 0;
    }

    @Override
    public Optional<Kept> kept(Field field) {
        return Optional.empty();
    }

    @Override
    public long without(Field field) {
        return 90;
    }

    @Override
    public Misfits misfits(Field before, Field after) {
        return Misfits.NONE;
    }

    @Override
    public long inSeveralTenants() {
        return 7;
    }

    /** All that have none get one, and where it is the same for all it is shared. */
    @Override
    public Outlook outlook(Optional<Field> before, Field after, boolean fills) {
        boolean shared = fills && after.forExisting().isPresent() && after.uniqueness() != Uniqueness.NONE;
        return new Outlook(
                before.isPresent() ? 10 : 0,
                before.isPresent() ? 90 : 100,
                InTheWay.NONE,
                InTheWay.NONE,
                shared ? new InTheWay(90, List.of()) : InTheWay.NONE);
    }

    @Override
    public InTheWay collisions(Field before, Field after) {
        return InTheWay.NONE;
    }

    @Override
    public long strongHolders(int role) {
        return 3;
    }

    @Override
    public long holders(int role) {
        return 10;
    }

    @Override
    public Map<String, Vocabulary> vocabularies() {
        return Map.of(
                "billing",
                new Vocabulary(Map.of("boater", 1, "administrator", 9), Set.of("berthHolder"), Set.of(), Map.of()));
    }

    @Override
    public long misplaced(Role role) {
        return 2;
    }

    @Override
    public Optional<Long> taken(RetentionRule rule) {
        return Optional.of(7L);
    }
}
