package dev.cuenta.core.access;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Service;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What each party may read and write: the one truth that admission, projection, filters and forms ask. */
public final class AccessMatrix {
    private final AccountModel model;
    private final Map<String, Grant> grants;

    public AccessMatrix(AccountModel model) {
        this.model = model;
        this.grants = model.services().values().stream()
                .collect(Collectors.toUnmodifiableMap(Service::name, service -> Grant.of(service, model)));
    }

    /** The contract of a service; empty where the model has no such service. */
    public Optional<Grant> grant(String service) {
        return Optional.ofNullable(grants.get(service));
    }

    /** Guest, owner and member, then the model's roles, then its services. */
    public List<Party> parties() {
        List<Party> parties = new ArrayList<>(List.of(Party.GUEST, Party.OWNER));
        if (model.tenants().present()) {
            parties.add(Party.MEMBER);
        }
        model.roles().values().forEach(role -> parties.add(role.party()));
        model.services().keySet().forEach(service -> parties.add(Party.ofService(service)));
        return parties;
    }

    /** The party by itself, as what it is to a record: for showing what it gets. */
    public Viewer viewer(Party party) {
        return Optional.of(party)
                .filter(Party::isService)
                .flatMap(service -> grants.values().stream()
                        .filter(grant -> grant.party().equals(service))
                        .findFirst())
                .map(Viewer::of)
                .orElseGet(() -> Viewer.of(Set.of(party)));
    }

    public boolean reads(Viewer viewer, Field field) {
        return field.leaves() && viewer.reads(field);
    }

    public boolean writes(Viewer viewer, Field field, Operation operation) {
        if (operation == Operation.SEED) {
            return field.stored();
        }
        boolean open = field.mutability() != Mutability.READ_ONLY
                && (operation.makesAccount() || field.mutability() != Mutability.IMMUTABLE);
        return open && viewer.writes(field);
    }

    /** What one party may do with one field, and why. */
    public record Cell(boolean reads, boolean writes, String why) {}

    public Cell cell(Party party, Field field) {
        Viewer alone = viewer(party);
        boolean guest = party.equals(Party.GUEST);
        boolean reads = !guest && reads(alone, field);
        boolean writes = writes(alone, field, guest ? Operation.SIGN_UP : Operation.CHANGE)
                || (makes(party) && writes(alone, field, Operation.CREATE));
        return new Cell(reads, writes, why(party, alone, field));
    }

    /** Whether the party may make accounts for others, if its permissions let it. */
    private static boolean makes(Party party) {
        return !party.equals(Party.GUEST) && !party.equals(Party.OWNER) && !party.isService();
    }

    private static String why(Party party, Viewer alone, Field field) {
        List<String> reasons = new ArrayList<>();
        boolean guest = party.equals(Party.GUEST);
        String read = party.isService() ? "the contract's reads" : "read";
        String write = party.isService() ? "the contract's writes" : "write";
        if (guest) {
            reasons.add("a guest reads nothing");
        } else if (!field.leaves()) {
            reasons.add("the value is never returned");
        } else {
            reasons.add((alone.reads(field) ? "listed in " : "not listed in ") + read);
        }
        if (field.mutability() == Mutability.READ_ONLY) {
            reasons.add("read-only");
        } else {
            reasons.add(
                    (alone.writes(field) ? "listed in " : "not listed in ") + write + (guest ? ", at sign-up" : ""));
        }
        if (field.mutability() == Mutability.IMMUTABLE) {
            reasons.add("only when the account is made");
        }
        return String.join("; ", reasons);
    }
}
