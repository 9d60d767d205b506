package dev.cuenta.core.access;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.Service;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What each party may read and write: the one truth that admission, projection, filters and forms ask. What one party may do is worked out
 * once, when the model becomes a revision.
 */
public final class AccessMatrix {
    private final AccountModel model;
    private final Map<String, Grant> grants;
    private final Attributes comparable;
    private final Attributes comparableOfTenants;
    private final Map<Party, Map<FieldPath, Cell>> cells;

    public AccessMatrix(AccountModel model) {
        this.model = model;
        this.comparable = Attributes.of(model, field -> true);
        this.comparableOfTenants = Attributes.ofTenants(model, field -> true);
        this.grants = model.services().values().stream()
                .collect(Collectors.toUnmodifiableMap(Service::name, service -> Grant.of(service, model)));
        this.cells = parties().stream().collect(Collectors.toUnmodifiableMap(party -> party, this::cells));
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
        if (field.path().isOfTenant() && operation != Operation.CHANGE) {
            return false; // no account that is made brings a tenant's values
        }
        if (operation == Operation.SIGN_UP && field.withinTenant()) {
            return false; // a guest is nowhere yet
        }
        boolean open = field.mutability() != Mutability.READ_ONLY
                && (operation.makesAccount() || field.mutability() != Mutability.IMMUTABLE);
        return open && viewer.writes(field);
    }

    /** What one party may do with one field. */
    public record Cell(Set<Right> rights) {
        public Cell {
            rights = Set.copyOf(rights);
        }

        public boolean may(Right right) {
            return rights.contains(right);
        }

        public boolean reads() {
            return may(Right.READ);
        }

        public boolean writes() {
            return may(Right.SIGN_UP) || may(Right.CREATE) || may(Right.CHANGE);
        }
    }

    public Cell cell(Party party, Field field) {
        return Objects.requireNonNull(Objects.requireNonNull(cells.get(party)).get(field.path()));
    }

    private Map<FieldPath, Cell> cells(Party party) {
        Viewer alone = viewer(party);
        return model.declaredFields().stream()
                .collect(Collectors.toUnmodifiableMap(Field::path, field -> new Cell(rights(party, alone, field))));
    }

    private Set<Right> rights(Party party, Viewer alone, Field field) {
        Set<Right> rights = EnumSet.noneOf(Right.class);
        if (party.equals(Party.GUEST)) {
            put(rights, Right.SIGN_UP, writes(alone, field, Operation.SIGN_UP));
            return rights;
        }
        boolean reads = reads(alone, field);
        if (field.path().isOfTenant()) {
            put(rights, Right.CHANGE, writes(alone, field, Operation.CHANGE));
            put(rights, Right.READ, reads);
            put(rights, Right.FILTER, reads && isComparable(field) && isOfEveryTenant(party));
            return rights;
        }
        put(rights, Right.CREATE, makes(party) && writes(alone, field, Operation.CREATE));
        put(rights, Right.CHANGE, writes(alone, field, Operation.CHANGE));
        put(rights, Right.READ, reads);
        put(rights, Right.EXPORT, reads && !field.secret() && Projection.byDefault(field));
        Optional<Attribute> attribute = comparable.find(field.path().toString()).filter(found -> reads);
        put(rights, Right.FILTER, attribute.isPresent());
        put(rights, Right.SORT, attribute.filter(Attribute::sortable).isPresent());
        return rights;
    }

    private static void put(Set<Right> rights, Right right, boolean has) {
        if (has) {
            rights.add(right);
        }
    }

    /** Whether the party is that in each of the tenants that it lists; a role may be held in one of them only. */
    private boolean isOfEveryTenant(Party party) {
        return Optional.ofNullable(model.roles().get(party.name()))
                .filter(Role::withinTenant)
                .isEmpty();
    }

    private boolean isComparable(Field field) {
        Attributes known = field.path().isOfTenant() ? comparableOfTenants : comparable;
        return known.find(field.path().toString()).isPresent();
    }

    /** What somebody may filter tenants by: what they may read of each of those that they see. */
    public Attributes attributesOfTenants(Viewer viewer) {
        return Attributes.ofTenants(model, field -> reads(viewer, field));
    }

    /** What somebody may filter by, of what they may read. */
    public Attributes attributes(Viewer viewer) {
        Attributes attributes = Attributes.of(model, field -> reads(viewer, field), viewer::sees);
        return viewer.scope().tenant().isPresent() ? attributes : attributes.everywhere();
    }

    /** Whether the party may make accounts for others, if its permissions let it. */
    private static boolean makes(Party party) {
        return !party.equals(Party.GUEST) && !party.equals(Party.OWNER) && !party.isService();
    }

    /** Why the party may do with the field what {@link #cell} says, in words. */
    public String why(Party party, Field field) {
        Viewer alone = viewer(party);
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
        if (alone.reads(field) && !guest && !isComparable(field)) {
            reasons.add(
                    field.secret()
                            ? "secret, so no filter may ask for it"
                            : "computed beyond the database, so no filter can ask for it");
        }
        if (field.path().isOfTenant() && alone.reads(field) && !isOfEveryTenant(party)) {
            reasons.add("held in one tenant, so no filter of several may ask for it");
        }
        if (field.returned() == Returned.REQUEST && alone.reads(field) && !guest) {
            reasons.add("shown when it is asked for by name");
        }
        return String.join("; ", reasons);
    }
}
