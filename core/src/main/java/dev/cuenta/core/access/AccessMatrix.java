package dev.cuenta.core.access;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;

/** What each party may read and write: the one truth that admission, projection, filters and forms ask. */
public final class AccessMatrix {
    private final AccountModel model;

    public AccessMatrix(AccountModel model) {
        this.model = model;
    }

    /** Guest, owner and member, then the model's roles. */
    public List<Party> parties() {
        List<Party> parties = new ArrayList<>(List.of(Party.GUEST, Party.OWNER));
        if (model.tenants().present()) {
            parties.add(Party.MEMBER);
        }
        model.roles().values().forEach(role -> parties.add(role.party()));
        return parties;
    }

    public boolean reads(Set<Party> parties, Field field) {
        return field.leaves() && !Collections.disjoint(field.read(), parties);
    }

    public boolean writes(Set<Party> parties, Field field, Operation operation) {
        if (operation == Operation.SEED) {
            return field.stored();
        }
        boolean open = field.mutability() != Mutability.READ_ONLY
                && (operation.makesAccount() || field.mutability() != Mutability.IMMUTABLE);
        return open && !Collections.disjoint(field.write(), parties);
    }

    /** What one party may do with one field, and why. */
    public record Cell(boolean reads, boolean writes, String why) {}

    public Cell cell(Party party, Field field) {
        Set<Party> alone = Set.of(party);
        boolean guest = party.equals(Party.GUEST);
        boolean reads = !guest && reads(alone, field);
        boolean writes = writes(alone, field, guest ? Operation.SIGN_UP : Operation.CHANGE)
                || (!guest && !party.equals(Party.OWNER) && writes(alone, field, Operation.CREATE));
        return new Cell(reads, writes, why(party, field, guest));
    }

    private static String why(Party party, Field field, boolean guest) {
        List<String> reasons = new ArrayList<>();
        if (guest) {
            reasons.add("a guest reads nothing");
        } else if (!field.leaves()) {
            reasons.add("the value is never returned");
        } else {
            reasons.add(field.read().contains(party) ? "listed in read" : "not listed in read");
        }
        if (field.mutability() == Mutability.READ_ONLY) {
            reasons.add("read-only");
        } else {
            reasons.add(
                    field.write().contains(party)
                            ? "listed in write" + (guest ? ", at sign-up" : "")
                            : "not listed in write");
        }
        if (field.mutability() == Mutability.IMMUTABLE) {
            reasons.add("only when the account is made");
        }
        return String.join("; ", reasons);
    }
}
