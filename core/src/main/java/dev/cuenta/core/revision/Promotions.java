package dev.cuenta.core.revision;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.access.Right;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permissions;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Whom a revision lets do, read or write what they could not before. A role is its number, whatever it is called. */
public final class Promotions {
    /** Rights that mean something by themselves; the others follow from reading. */
    private static final Set<Right> TOLD = EnumSet.of(Right.READ, Right.CHANGE, Right.CREATE, Right.SIGN_UP);

    private final AccountModel live;
    private final AccountModel next;
    private final Renames renames;
    private final Renames tenantRenames;
    private final AccessMatrix before;
    private final AccessMatrix after;
    /** What each party of the next model is in the live one; none for a role that is new: whoever gives it answers for it. */
    private final Map<Party, Party> formers = new LinkedHashMap<>();

    public Promotions(AccountModel live, AccountModel next) {
        this.live = live;
        this.next = next;
        this.renames = Renames.between(live, next);
        this.tenantRenames = Renames.ofTenants(live.tenants(), next.tenants());
        this.before = new AccessMatrix(live);
        this.after = new AccessMatrix(next);
        List<Party> known = before.parties();
        after.parties().stream()
                .filter(party -> !party.isService())
                .forEach(party ->
                        formerly(party).filter(known::contains).ifPresent(former -> formers.put(party, former)));
    }

    /** Roles that may more than they might, or that everybody gets from now on. */
    public List<Role> roles() {
        return next.roles().values().stream()
                .filter(role -> !gained(role).isEmpty() || becomesDefault(role))
                .toList();
    }

    /** What the role may, and could not. */
    Permissions gained(Role role) {
        return role.may()
                .without(live.roleNumbered(role.number()).map(Role::may).orElse(role.may()));
    }

    boolean becomesDefault(Role role) {
        return role.byDefault()
                && live.roleNumbered(role.number())
                        .filter(known -> !known.byDefault())
                        .isPresent();
    }

    /** Rights that parties of the live model gain over a field that was there, by the party's name. */
    public Map<Party, Set<Right>> parties(Field field) {
        Map<Party, Set<Right>> gaining =
                new TreeMap<>((one, other) -> one.name().compareTo(other.name()));
        before(field)
                .ifPresent(known -> formers.forEach((party, former) -> {
                    Set<Right> rights = EnumSet.copyOf(TOLD);
                    rights.retainAll(after.cell(party, field).rights());
                    rights.removeAll(before.cell(former, known).rights());
                    if (!rights.isEmpty()) {
                        gaining.put(party, rights);
                    }
                }));
        return gaining;
    }

    private Optional<Field> before(Field field) {
        if (field.path().isOfTenant()) {
            return tenantRenames
                    .before(field.path())
                    .flatMap(path -> live.tenants().field(path.name()));
        }
        return renames.before(field.path())
                .or(() -> live.field(field.path()).map(Field::path))
                .flatMap(live::field);
    }

    private Optional<Party> formerly(Party party) {
        Role role = next.roles().get(party.name());
        return role == null
                ? Optional.of(party)
                : live.roleNumbered(role.number()).map(Role::party);
    }

    /**
     * What of it may not be published by somebody, in words: whoever publishes gives as little as whoever gives a role what they do
     * not have. Fields are opened by those who may do everything.
     */
    public Optional<String> refusal(Entitlements publisher) {
        Optional<String> role = roles().stream()
                .filter(each -> !publisher.includeEverywhere(becomesDefault(each) ? each.may() : gained(each)))
                .map(each -> "`" + each.name() + "` would give what you do not have yourself.")
                .findFirst();
        return role.or(() -> next.declaredFields().stream()
                .filter(field -> !parties(field).isEmpty())
                .filter(field -> !publisher.includeEverywhere(Permissions.ALL))
                .map(field -> "`" + field.path() + "` would be opened to others, which takes an administrator.")
                .findFirst());
    }

    void add(StoredRecords stored, List<Change> changes) {
        for (Role role : roles()) {
            Permissions gained = gained(role);
            long holders = stored.holders(role.number());
            if (!gained.isEmpty()) {
                changes.add(
                        grows("roles." + role.name(), "`" + role.name() + "` may " + gained + " from now on.", holders)
                                .toAllowIf(holders > 0 || role.byDefault()));
            }
            if (becomesDefault(role)) {
                changes.add(grows(
                                "roles." + role.name() + ".default",
                                "Every new account gets `" + role.name() + "`"
                                        + (role.may().isEmpty() ? "." : ", which may " + role.may() + "."),
                                0)
                        .toAllowIf(true));
            }
        }
        for (Field field : next.declaredFields()) {
            Map<Party, Set<Right>> gaining = parties(field);
            if (!gaining.isEmpty()) {
                if (onlyOpened(field)) {
                    changes.removeIf(change -> change.kind() == ChangeKind.ACCESS_CHANGED
                            && change.path().equals(field.path().toString()));
                }
                long people = gaining.keySet().stream()
                        .mapToLong(party -> people(party, stored))
                        .max()
                        .orElse(0);
                changes.add(grows(field.path().toString(), words(field, gaining), people)
                        .toAllowIf(people > 0 || gaining.containsKey(Party.GUEST)));
            }
        }
    }

    /** Whether nothing of its access changes but that more parties stand in its lists. */
    private boolean onlyOpened(Field field) {
        Field was = before(field).orElseThrow();
        return field.read().containsAll(was.read())
                && field.write().containsAll(was.write())
                && was.returned() == field.returned()
                && was.mutability() == field.mutability();
    }

    private long people(Party party, StoredRecords stored) {
        Role role = next.roles().get(party.name());
        return role != null ? stored.holders(role.number()) : party.equals(Party.GUEST) ? 0 : stored.accounts();
    }

    private static String words(Field field, Map<Party, Set<Right>> gaining) {
        return "`" + field.path() + "`: "
                + gaining.entrySet().stream()
                        .map(entry -> entry.getKey() + " may " + verbs(entry.getValue()))
                        .collect(Collectors.joining("; "))
                + ", and could not.";
    }

    private static String verbs(Set<Right> rights) {
        return rights.stream()
                .map(right -> switch (right) {
                    case READ -> "read it";
                    case CHANGE -> "change it";
                    case CREATE -> "give it to an account that they make";
                    case SIGN_UP -> "give it at sign-up";
                    default -> Objects.requireNonNull(right.word());
                })
                .collect(Collectors.joining(", "));
    }

    private static Change grows(String path, String what, long people) {
        return Change.of(
                        ChangeKind.RIGHTS_GROW,
                        path,
                        Effect.GRANT,
                        what,
                        people == 0
                                ? "Nobody is affected yet."
                                : "Counts at once for " + people + (people == 1 ? " person." : " people."))
                .touching(people);
    }
}
