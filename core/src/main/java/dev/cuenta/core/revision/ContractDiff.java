package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Service;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** What a change takes away from the services that share the accounts: fields that their contracts give them now. */
final class ContractDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final Renames renames;
    private final List<Change> changes;

    ContractDiff(AccountModel live, AccountModel next, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.renames = Renames.between(live, next);
        this.changes = changes;
    }

    void compare() {
        for (Service service : live.services().values()) {
            Service after = next.services().get(service.name());
            int said = changes.size();
            if (after == null) {
                touched(
                        service.name(),
                        "The service `" + service.name() + "` goes, and its contract with it.",
                        "Its keys stop working.");
                continue;
            }
            if (live.id().differsInSort(next.id())) {
                touched(
                        service.name() + ".id",
                        "`" + service.name() + "` gets other ids than the ones it may have stored.",
                        "The ones that it kept go on finding the accounts; the map: cuenta model ids --map");
            }
            Set<FieldPath> reads = after.readFields(next);
            for (FieldPath path : union(service.readFields(live), service.writtenFields(live))) {
                broken(path, reads, after)
                        .ifPresent(how -> touched(
                                service.name() + "." + path,
                                "The contract of `" + service.name() + "` loses `" + path + "`: " + how + ".",
                                "Its team must have a version that does without."));
            }
            service.writtenFields(live).stream()
                    .filter(path -> renames.after(path).equals(Optional.of(path)))
                    .filter(path -> !after.writtenFields(next).contains(path))
                    .forEach(path -> touched(
                            service.name() + "." + path,
                            "`" + service.name() + "` may write `" + path + "` no more.",
                            "Its writes will be refused by name."));
            lost("read", service.attributes(), after.attributes(), service);
            lost("ask about", service.asks(), after.asks(), service);
            newRights(service, after);
            Components owed = Components.differing(service, after);
            if (changes.size() > said) {
                owed.said("reads", "writes", "asks");
            }
            dependents(service, after, owed);
            if (!owed.left().isEmpty()) {
                grows(
                        after,
                        "The contract of `" + after.name() + "` writes its "
                                + String.join(", ", new TreeSet<>(owed.left())) + " in other words.",
                        "It comes to the same.");
            }
        }
        next.services().values().stream()
                .filter(service -> !live.services().containsKey(service.name()))
                .forEach(service -> changes.add(Change.of(
                        ChangeKind.RULES_CHANGED,
                        "services." + service.name(),
                        Effect.INSTANT,
                        "The service `" + service.name() + "` is new.",
                        "It reads " + service.readFields(next).size() + " fields and writes "
                                + service.writtenFields(next).size() + ".")));
    }

    private void lost(String verb, Set<String> before, Set<String> after, Service service) {
        before.stream()
                .filter(name -> !after.contains(name))
                .sorted()
                .forEach(name -> touched(
                        service.name() + "." + name,
                        "`" + service.name() + "` may " + verb + " `" + name + "` no more.",
                        "Its team must have a version that does without."));
    }

    private Optional<String> broken(FieldPath path, Set<FieldPath> reads, Service after) {
        // A computed field is not among those whose values come along; it keeps its name or goes.
        Optional<FieldPath> now = renames.after(path).or(() -> next.field(path).map(Field::path));
        if (now.isEmpty()) {
            return Optional.of("the field goes");
        }
        if (!now.get().equals(path)) {
            return Optional.of("the field is called `" + now.get() + "` now");
        }
        var before = live.field(path).orElseThrow();
        var field = next.field(path).orElseThrow();
        if (!before.type().equals(field.type())) {
            return Optional.of("it becomes " + field.type() + " instead of " + before.type());
        }
        if (before.leaves() && !field.leaves()) {
            return Optional.of("it is never returned any more");
        }
        return reads.contains(path) || after.writtenFields(next).contains(path)
                ? Optional.empty()
                : Optional.of("the contract does not name it any more");
    }

    private void newRights(Service before, Service after) {
        List<String> more = new ArrayList<>();
        more.addAll(gained("reads", names(before.readFields(live)), names(after.readFields(next))));
        more.addAll(gained("reads", before.attributes(), after.attributes()));
        more.addAll(gained("writes", names(before.writtenFields(live)), names(after.writtenFields(next))));
        more.addAll(gained("asks", before.asks(), after.asks()));
        if (!more.isEmpty()) {
            grows(
                    after,
                    "The contract of `" + after.name() + "` grows: it " + String.join(", ", more) + ".",
                    "Counts for its next request.");
        }
    }

    private static List<String> gained(String verb, Collection<String> before, Collection<String> after) {
        return after.stream()
                .filter(name -> !before.contains(name))
                .sorted()
                .map(name -> verb + " `" + name + "`")
                .toList();
    }

    private static Set<String> names(Set<FieldPath> paths) {
        return paths.stream().map(FieldPath::toString).collect(Collectors.toSet());
    }

    /** What becomes of the service's records when an account goes is for its team to know before. */
    private void dependents(Service before, Service after, Components owed) {
        Set<String> sorts = new TreeSet<>(before.dependents().keySet());
        sorts.addAll(after.dependents().keySet());
        for (String sort : sorts) {
            Service.OnDelete was = before.dependents().get(sort);
            Service.OnDelete is = after.dependents().get(sort);
            String path = after.name() + ".dependents." + sort;
            if (is == null) {
                touched(
                        path,
                        "`" + after.name() + "` may declare no dependents `" + sort + "` any more.",
                        "Those that it registered hold no account in place from now on.");
            } else if (was == null) {
                grows(
                        after,
                        "`" + after.name() + "` may declare dependents `" + sort + "` (" + is.word() + ").",
                        onDelete(is));
            } else if (was != is) {
                touched(
                        path,
                        "The dependents `" + sort + "` of `" + after.name() + "` " + is.word() + " instead of "
                                + was.word() + ".",
                        onDelete(is));
            }
        }
        owed.said("dependents");
    }

    private static String onDelete(Service.OnDelete rule) {
        return switch (rule) {
            case RESTRICT -> "An account that has one cannot be removed.";
            case CASCADE -> "They go with their account.";
            case SET_NULL -> "They stay without their account.";
        };
    }

    private void grows(Service service, String what, String consequence) {
        changes.add(
                Change.of(ChangeKind.RULES_CHANGED, "services." + service.name(), Effect.INSTANT, what, consequence));
    }

    private static Set<FieldPath> union(Set<FieldPath> one, Set<FieldPath> other) {
        Set<FieldPath> union = new LinkedHashSet<>(one);
        union.addAll(other);
        return union;
    }

    private void touched(String path, String what, String consequence) {
        changes.add(Change.of(ChangeKind.CONTRACT_TOUCHED, path, Effect.CONTRACT, what, consequence)
                .toAllowIf(true));
    }
}
