package dev.cuenta.service.seed;

import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.account.NewAccounts;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.tenant.TenantFieldValues;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.sample.Seed;
import dev.cuenta.wire.sample.Seeded;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Records that an installation begins with: tenants by name, then accounts. What is there already is left as it is. */
@Component
final class Seeds {

    private final LiveRevisions live;
    private final NewAccounts newAccounts;
    private final Clock clock;

    Seeds(LiveRevisions live, NewAccounts newAccounts, Clock clock) {
        this.live = live;
        this.newAccounts = newAccounts;
        this.clock = clock;
    }

    Seeded sow(Caller caller, Seed seed) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SEEDS_SOW, revision.model());
            List<Object> given = seed.tenants() == null ? List.of() : seed.tenants();
            List<Map<String, Object>> accounts = seed.accounts() == null ? List.of() : seed.accounts();
            return revision.write(Scope.EVERYWHERE, work -> {
                int tenants = 0;
                for (int i = 0; i < given.size(); i++) {
                    tenants += sowTenant(given.get(i), "/tenants/" + i, work) ? 1 : 0;
                }
                int made = 0;
                for (int i = 0; i < accounts.size(); i++) {
                    made += sowAccount(caller, i, accounts.get(i), work) ? 1 : 0;
                }
                new Activity(work)
                        .add(Action.RECORDS_ADDED, null, caller.origin(), Map.of("source", "seed", "count", made));
                return new Seeded(tenants, made, accounts.size() - made);
            });
        });
    }

    /** By name, or as an object that says beside the name what the tenant has. */
    private static boolean sowTenant(Object given, String pointer, Work work) {
        Map<String, Object> values = named(given);
        Object name = values.remove("name");
        if (!(name instanceof String text)) {
            throw Problem.invalid(pointer + "/name", "required", "Give the tenant a name.");
        }
        Tenants tenants = new Tenants(work);
        boolean missing = tenants.named(text).isEmpty();
        if (missing) {
            new TenantFieldValues(work)
                    .change(
                            tenants.create(text),
                            work.revision().admission().forTenantItself(Operation.SEED, Viewer.of(Set.of()), values));
        }
        return missing;
    }

    /** As an object that has at least a name. */
    private static Map<String, Object> named(Object given) {
        Map<String, Object> values = new LinkedHashMap<>();
        if (given instanceof Map<?, ?> object) {
            object.forEach((key, value) -> values.put(String.valueOf(key), value));
        } else {
            values.put("name", given);
        }
        return values;
    }

    private boolean sowAccount(Caller caller, int index, Map<String, Object> given, Work work) {
        LiveRevision revision = work.revision();
        Map<String, Object> body = new LinkedHashMap<>(given);
        AccountModel model = revision.model();
        Kind kind = named(body.remove("kind"), model.kinds(), model.defaultKind(), "/accounts/" + index + "/kind");
        Set<Role> roles = new LinkedHashSet<>();
        for (Object role : list(body, "roles")) {
            roles.add(named(role, model.roles(), null, "/accounts/" + index + "/roles"));
        }
        Map<TenantId, Map<String, Object>> tenants = tenants(list(body, "tenants"), index, work);
        body.remove("roles");
        body.remove("tenants");
        Map<FieldPath, Instant> confirmed =
                confirmed(body.remove("confirmed"), model, "/accounts/" + index + "/confirmed");
        if (present(model, body, work)) {
            return false;
        }
        NewAccounts.requireGiving(caller, roles, List.copyOf(tenants.keySet()), model, "/accounts/" + index + "/roles");
        AccountId id = newAccounts.store(
                newAccounts.forSeed(
                        revision, kind, body, roles, List.copyOf(tenants.keySet()), clock.instant(), caller.giver()),
                work);
        tenants.forEach((tenant, values) ->
                new Accounts(work).settle(id, tenant, revision.admission().forTenant(tenant, kind, values)));
        confirmed.forEach((path, moment) -> new Proofs(work).confirm(id, path, moment));
        return true;
    }

    /** By name, or as an object that says beside the name what the account has there. */
    private static Map<TenantId, Map<String, Object>> tenants(List<Object> given, int index, Work work) {
        Map<TenantId, Map<String, Object>> tenants = new LinkedHashMap<>();
        for (Object each : given) {
            Map<String, Object> values = named(each);
            Object name = values.remove("name");
            TenantId tenant = new Tenants(work)
                    .named(String.valueOf(name))
                    .orElseThrow(() -> Problem.invalid(
                            "/accounts/" + index + "/tenants",
                            "unknown",
                            "There is no tenant `" + name + "`; name it under tenants."));
            tenants.put(tenant, values);
        }
        return tenants;
    }

    /** When addresses were confirmed, by field. */
    private static Map<FieldPath, Instant> confirmed(@Nullable Object raw, AccountModel model, String pointer) {
        Map<FieldPath, Instant> confirmed = new LinkedHashMap<>();
        if (raw instanceof Map<?, ?> given) {
            given.forEach((name, moment) -> confirmed.put(
                    model.field(FieldPath.parse(String.valueOf(name)))
                            .filter(Field::confirmed)
                            .orElseThrow(() -> Problem.invalid(
                                    pointer, "unknown", "`" + name + "` is no field that is confirmed."))
                            .path(),
                    moment(moment, pointer)));
        }
        return confirmed;
    }

    private static Instant moment(@Nullable Object text, String pointer) {
        try {
            return Instant.parse(String.valueOf(text));
        } catch (DateTimeException notOne) {
            throw Problem.invalid(pointer, "type", "Write the moment like 2026-11-23T09:30:00Z.");
        }
    }

    private static boolean present(AccountModel model, Map<String, Object> body, Work work) {
        for (Field field : model.signInFields()) {
            if (body.get(field.path().name()) instanceof String identifier
                    && new Accounts(work).byUnique(field, identifier).isPresent()) {
                return true;
            }
        }
        return false;
    }

    private static <T> T named(@Nullable Object name, Map<String, T> known, @Nullable T otherwise, String pointer) {
        T found = name == null ? otherwise : known.get(String.valueOf(name));
        return Optional.ofNullable(found)
                .orElseThrow(() -> Problem.invalid(pointer, "unknown", "There is no `" + name + "` in the model."));
    }

    private static List<Object> list(Map<String, Object> body, String key) {
        return body.get(key) instanceof List<?> list ? List.copyOf(list) : List.of();
    }
}
