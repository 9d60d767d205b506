package dev.cuenta.service.sharing;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.sharing.Contract;
import dev.cuenta.core.sharing.Gaps;
import dev.cuenta.core.sharing.Vocabulary;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.sharing.ServiceKey;
import dev.cuenta.store.sharing.ServiceKeys;
import dev.cuenta.store.sharing.Vocabularies;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.sharing.ContractCheck;
import dev.cuenta.wire.sharing.KnownVocabulary;
import dev.cuenta.wire.sharing.ServiceKeyRequest;
import dev.cuenta.wire.sharing.ServiceSummary;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Which services share the accounts, what they may rely on, and the keys that they come with. */
@Component
public final class ServiceUseCases {
    private static final int MOST_TENANTS = 100;
    private static final int SHOWN_OF_KEY = 6;

    private final LiveRevisions live;
    private final Clock clock;

    ServiceUseCases(LiveRevisions live, Clock clock) {
        this.live = live;
        this.clock = clock;
    }

    /** Every service of the live model with its keys, in the order of the model. */
    List<ServiceSummary> list(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SERVICES_READ, revision.model());
            return revision.read(Scope.EVERYWHERE, work -> {
                List<ServiceKey> keys = new ServiceKeys(work).all();
                Map<TenantId, String> tenants = new Tenants(work)
                        .names(keys.stream()
                                .flatMap(key -> key.tenants().stream())
                                .collect(Collectors.toSet()));
                Map<String, Vocabularies.Sent> vocabularies = new Vocabularies(work).sent();
                return revision.model().services().values().stream()
                        .map(service -> SharingWire.of(
                                Contract.of(service, revision.model(), revision.number()),
                                keys.stream()
                                        .filter(key -> key.service().equals(service.name()))
                                        .map(key -> SharingWire.of(key, tenants, null))
                                        .toList(),
                                vocabularies.get(service.name())))
                        .toList();
            });
        });
    }

    /** What the service's code knows from now on; for the service itself, and for whoever may look at services. */
    KnownVocabulary vocabulary(Caller caller, String name, dev.cuenta.wire.sharing.Vocabulary sent) {
        Vocabulary known = SharingWire.read(sent);
        if (known.names() > Vocabulary.MOST_NAMES) {
            throw Problem.invalid("", "length", "Send at most " + Vocabulary.MOST_NAMES + " names.");
        }
        return live.with(revision -> {
            Contract contract = contract(caller, name, revision);
            return revision.write(
                    Scope.EVERYWHERE, work -> SharingWire.of(new Vocabularies(work).put(name, known), contract));
        });
    }

    /** For whoever may look at services, and for the service itself. */
    dev.cuenta.wire.sharing.Contract contract(Caller caller, String name) {
        return live.with(revision -> SharingWire.of(contract(caller, name, revision)));
    }

    private static Contract contract(Caller caller, String name, LiveRevision revision) {
        Service service = visible(caller, name, revision.model());
        return Contract.of(service, revision.model(), revision.number());
    }

    /** Something that is made from what a service sees; for whoever may see its contract. */
    public <T> T view(Caller caller, String name, BiFunction<LiveRevision, Grant, T> made) {
        return live.with(revision ->
                made.apply(revision, Grant.of(visible(caller, name, revision.model()), revision.model())));
    }

    private static Service visible(Caller caller, String name, AccountModel model) {
        if (caller.service() == null) {
            caller.requireEverywhere(CuentaPermission.SERVICES_READ, model);
        } else if (!caller.service().grant().service().equals(name)) {
            throw Problem.of(ProblemKind.NOT_FOUND, "A service sees its own contract only.");
        }
        return named(name, model);
    }

    private static Service named(String name, AccountModel model) {
        Service service = model.services().get(name);
        if (service == null) {
            throw Problem.of(
                    ProblemKind.NOT_FOUND,
                    "The live model has no service `" + name + "`. "
                            + Nearest.advice(name, model.services().keySet()));
        }
        return service;
    }

    /** What a contract that its team keeps needs and the live one does not give. */
    List<ContractCheck.Gap> gaps(Caller caller, String name, dev.cuenta.wire.sharing.Contract needed) {
        return live.with(revision -> Gaps.between(SharingWire.read(needed), contract(caller, name, revision)).stream()
                .map(SharingWire::of)
                .toList());
    }

    /** Makes another key; a service has two at most, so that one can follow the other. */
    dev.cuenta.wire.sharing.ServiceKey addKey(Caller caller, String name, ServiceKeyRequest wish) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SERVICES_KEYS, revision.model());
            Grant grant = Grant.of(named(name, revision.model()), revision.model());
            List<String> scope = wish.scope() == null ? List.of() : wish.scope();
            refuseWider(scope, grant);
            String token = Tokens.create(Tokens.SERVICE + name + "_");
            String prefix = token.substring(0, Tokens.SERVICE.length() + name.length() + 1 + SHOWN_OF_KEY);
            return revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.SERVICE_KEY_ADDED, null, caller.origin(), about(name, prefix));
                Map<TenantId, String> tenants = tenants(wish.tenants(), work);
                ServiceKey key = new ServiceKeys(work)
                        .add(
                                name,
                                Tokens.hash(token),
                                prefix,
                                scope,
                                wish.networks() == null ? List.of() : wish.networks(),
                                List.copyOf(tenants.keySet()),
                                caller.author(),
                                expires(wish.days()));
                return SharingWire.of(key, tenants, token);
            });
        });
    }

    /** Their names, by their ids. */
    private static Map<TenantId, String> tenants(@Nullable List<String> named, Work work) {
        if (named == null) {
            return Map.of();
        }
        if (named.isEmpty() || named.size() > MOST_TENANTS) {
            throw Problem.invalid(
                    "/tenants",
                    "range",
                    "Name 1 to " + MOST_TENANTS + " tenants, or leave `tenants` out for a key that is good in all.");
        }
        return named.stream()
                .map(each -> new Tenants(work)
                        .find(each)
                        .orElseThrow(() -> Problem.invalid(
                                "/tenants", "unknown", "There is no tenant with the id or subdomain `" + each + "`.")))
                .collect(Collectors.toMap(Tenant::id, Tenant::name, (same, again) -> same, LinkedHashMap::new));
    }

    private static Map<String, String> about(String service, String key) {
        return Map.of("service", service, "key", key);
    }

    private @Nullable Instant expires(@Nullable Integer days) {
        if (days == null) {
            return null;
        }
        if (days < 1 || days > 3650) {
            throw Problem.invalid("/days", "range", "A key is good for 1 to 3650 days.");
        }
        return clock.instant().plus(Duration.ofDays(days));
    }

    private static void refuseWider(List<String> scope, Grant grant) {
        List<Violation> wider = scope.stream()
                .filter(entry -> !grant.scopes().contains(entry))
                .map(entry -> new Violation(
                        "/scope",
                        "wider",
                        "`" + entry + "` is not in the contract of `" + grant.service() + "`. "
                                + Nearest.advice(entry, new TreeSet<>(grant.scopes()))))
                .toList();
        if (!wider.isEmpty()) {
            throw Problem.invalid(wider);
        }
    }

    /** Takes a key back: the next request with it is refused, on every instance. */
    void withdrawKey(Caller caller, String name, String id) {
        boolean gone = live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SERVICES_KEYS, revision.model());
            return revision.write(Scope.EVERYWHERE, work -> {
                Optional<UUID> key = Given.uuid(id).filter(it -> new ServiceKeys(work).withdraw(name, it));
                key.ifPresent(it -> new Activity(work)
                        .add(Action.SERVICE_KEY_REMOVED, null, caller.origin(), about(name, it.toString())));
                return key.isPresent();
            });
        });
        if (!gone) {
            throw Problem.of(ProblemKind.NOT_FOUND, "`" + name + "` has no such key. It may have been taken back.");
        }
    }
}
