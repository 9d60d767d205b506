package dev.cuenta.core.access;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Service;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a service may see and do: its contract, with the wildcards resolved, or what a key leaves of it.
 *
 * @param attributes what every account has and the contract names: {@code kind}, {@code roles} and the like
 * @param asks permissions of people that it may ask about
 */
public record Grant(
        String service, Set<FieldPath> reads, Set<FieldPath> writes, Set<String> attributes, Set<String> asks) {
    public Grant {
        reads = Set.copyOf(reads);
        writes = Set.copyOf(writes);
        attributes = Set.copyOf(attributes);
        asks = Set.copyOf(asks);
    }

    /** The whole contract. */
    public static Grant of(Service service, AccountModel model) {
        return new Grant(
                service.name(),
                service.readFields(model),
                service.writtenFields(model),
                service.attributes(),
                service.asks());
    }

    /**
     * What the contract and a narrower scope have in common; names that the contract has lost since count for nothing.
     *
     * @param scope entries such as {@code reads:email}; empty for the whole contract
     */
    public Grant within(Collection<String> scope) {
        return scope.isEmpty()
                ? this
                : new Grant(
                        service,
                        kept(reads, "reads", scope),
                        kept(writes, "writes", scope),
                        kept(attributes, "reads", scope),
                        kept(asks, "asks", scope));
    }

    private static <T> Set<T> kept(Set<T> names, String verb, Collection<String> scope) {
        return names.stream().filter(name -> scope.contains(verb + ":" + name)).collect(Collectors.toUnmodifiableSet());
    }

    /** Every entry that a scope of this contract may have. */
    public Set<String> scopes() {
        Set<String> scopes = new LinkedHashSet<>();
        reads.forEach(path -> scopes.add("reads:" + path));
        attributes.forEach(attribute -> scopes.add("reads:" + attribute));
        writes.forEach(path -> scopes.add("writes:" + path));
        asks.forEach(permission -> scopes.add("asks:" + permission));
        return scopes;
    }

    public Party party() {
        return Party.ofService(service);
    }
}
