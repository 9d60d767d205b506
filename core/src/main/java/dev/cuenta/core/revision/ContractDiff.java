package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Service;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

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
                        "`" + service.name() + "` is told other ids than those that it may have kept.",
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
        Optional<FieldPath> now = renames.after(path);
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
        Set<FieldPath> more = new LinkedHashSet<>(union(after.readFields(next), after.writtenFields(next)));
        more.removeAll(union(before.readFields(live), before.writtenFields(live)));
        if (!more.isEmpty()) {
            changes.add(Change.of(
                    ChangeKind.RULES_CHANGED,
                    "services." + after.name(),
                    Effect.INSTANT,
                    "The contract of `" + after.name() + "` grows by "
                            + String.join(
                                    ", ", more.stream().map(FieldPath::toString).toList()) + ".",
                    "Counts for its next request."));
        }
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
