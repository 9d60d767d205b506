package dev.cuenta.core.sharing;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.Service;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What a service may rely on, as a document that its team keeps beside its own code.
 *
 * @param reads fields by name, in the order of the model
 * @param attributes what every account has and the service sees, such as {@code displayName}
 * @param asks permissions of people that it may ask about
 * @param dependents its sorts of records that hang on accounts, with {@code restrict}, {@code cascade} or {@code setNull}
 * @param roles by their numbers, for a service that reads roles
 * @param kinds for a service that reads them
 */
public record Contract(
        String service,
        String model,
        int revision,
        Map<String, Promise> reads,
        Map<String, Promise> writes,
        Set<String> attributes,
        Set<String> asks,
        Map<String, String> dependents,
        Map<String, Integer> roles,
        Set<String> kinds) {
    public Contract {
        reads = ordered(reads);
        writes = ordered(writes);
        attributes = Collections.unmodifiableSet(new TreeSet<>(attributes));
        asks = Collections.unmodifiableSet(new TreeSet<>(asks));
        dependents = ordered(dependents);
        roles = ordered(roles);
        kinds = Collections.unmodifiableSet(new TreeSet<>(kinds));
    }

    private static <V> Map<String, V> ordered(Map<String, V> map) {
        return Collections.unmodifiableMap(new LinkedHashMap<>(map));
    }

    /**
     * What holds of a field's values.
     *
     * @param type as the model names it
     * @param always whether every account of a kind that has the field has a value
     * @param schema JSON Schema 2020-12 of a value
     */
    public record Promise(String type, boolean always, Map<String, Object> schema) {
        static Promise of(Field field) {
            return new Promise(
                    field.type().toString(), field.required(), field.type().schema(field.limits()));
        }
    }

    public static Contract of(Service service, AccountModel model, int revision) {
        Grant grant = Grant.of(service, model);
        return new Contract(
                service.name(),
                model.name(),
                revision,
                promises(grant.reads(), model),
                promises(grant.writes(), model),
                grant.attributes(),
                grant.asks(),
                dependents(service),
                grant.attributes().contains("roles") ? numbers(model) : Map.of(),
                grant.attributes().contains("kind") ? model.kinds().keySet() : Set.of());
    }

    private static Map<String, Integer> numbers(AccountModel model) {
        Map<String, Integer> numbers = new LinkedHashMap<>();
        model.roles().values().stream()
                .sorted(Comparator.comparingInt(Role::number))
                .forEach(role -> numbers.put(role.name(), role.number()));
        return numbers;
    }

    private static Map<String, String> dependents(Service service) {
        Map<String, String> dependents = new TreeMap<>();
        service.dependents().forEach((sort, action) -> dependents.put(sort, action.word()));
        return dependents;
    }

    private static Map<String, Promise> promises(Collection<FieldPath> granted, AccountModel model) {
        Map<String, Promise> promises = new LinkedHashMap<>();
        model.fields().values().stream()
                .filter(field -> granted.contains(field.path()))
                .forEach(field -> promises.put(field.path().toString(), Promise.of(field)));
        return promises;
    }
}
