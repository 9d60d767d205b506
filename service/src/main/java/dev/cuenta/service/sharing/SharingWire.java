package dev.cuenta.service.sharing;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.sharing.Gap;
import dev.cuenta.store.sharing.Vocabularies;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.sharing.Contract;
import dev.cuenta.wire.sharing.ContractCheck;
import dev.cuenta.wire.sharing.KnownVocabulary;
import dev.cuenta.wire.sharing.ServiceKey;
import dev.cuenta.wire.sharing.ServiceSummary;
import dev.cuenta.wire.sharing.Vocabulary;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Contracts and keys as they go over HTTP. */
final class SharingWire {
    private SharingWire() {}

    static ServiceSummary of(
            dev.cuenta.core.sharing.Contract contract, List<ServiceKey> keys, Vocabularies.@Nullable Sent vocabulary) {
        return new ServiceSummary(
                contract.service(),
                contract.reads().keySet(),
                contract.attributes(),
                contract.writes().keySet(),
                contract.asks(),
                contract.dependents(),
                keys,
                vocabulary == null ? null : of(vocabulary, contract));
    }

    static KnownVocabulary of(Vocabularies.Sent sent, dev.cuenta.core.sharing.Contract contract) {
        return new KnownVocabulary(
                sent.at(),
                sent.vocabulary().differences(dev.cuenta.core.sharing.Vocabulary.of(contract)).stream()
                        .map(SharingWire::of)
                        .toList());
    }

    static ContractCheck.Gap of(Gap gap) {
        return new ContractCheck.Gap(gap.pointer(), gap.detail());
    }

    static dev.cuenta.core.sharing.Vocabulary read(Vocabulary sent) {
        return new dev.cuenta.core.sharing.Vocabulary(
                sent.roles() == null ? Map.of() : sent.roles(),
                sent.kinds() == null ? Set.of() : sent.kinds(),
                sent.permissions() == null ? Set.of() : sent.permissions(),
                sent.options() == null ? Map.of() : sent.options());
    }

    /**
     * A key as people see it.
     *
     * @param names of tenants that are there
     * @param token null but when the key is made
     */
    static ServiceKey of(dev.cuenta.store.sharing.ServiceKey key, Map<TenantId, String> names, @Nullable String token) {
        return new ServiceKey(
                key.id(),
                key.prefix(),
                key.scope(),
                key.networks(),
                key.tenants().stream()
                        .map(id -> new ServiceKey.Within(id.value(), names.getOrDefault(id, "a tenant that is gone")))
                        .toList(),
                key.madeBy(),
                key.made(),
                key.expires(),
                key.lastUsed(),
                token == null ? null : new Secret(token));
    }

    static Contract of(dev.cuenta.core.sharing.Contract contract) {
        return new Contract(
                contract.service(),
                contract.model(),
                contract.revision(),
                each(contract.reads(), SharingWire::of),
                each(contract.writes(), SharingWire::of),
                contract.attributes(),
                contract.asks(),
                contract.dependents(),
                contract.roles(),
                contract.kinds());
    }

    static dev.cuenta.core.sharing.Contract read(Contract contract) {
        return new dev.cuenta.core.sharing.Contract(
                contract.service(),
                contract.model(),
                contract.revision(),
                each(contract.reads(), SharingWire::read),
                each(contract.writes(), SharingWire::read),
                contract.attributes(),
                contract.asks(),
                contract.dependents(),
                contract.roles() == null ? Map.of() : contract.roles(),
                contract.kinds() == null ? Set.of() : contract.kinds());
    }

    private static <A, B> Map<String, B> each(Map<String, A> promises, Function<A, B> as) {
        Map<String, B> all = new LinkedHashMap<>();
        promises.forEach((name, promise) -> all.put(name, as.apply(promise)));
        return all;
    }

    private static Contract.Promise of(dev.cuenta.core.sharing.Contract.Promise promise) {
        return new Contract.Promise(promise.type(), promise.always(), promise.schema());
    }

    private static dev.cuenta.core.sharing.Contract.Promise read(Contract.Promise promise) {
        return new dev.cuenta.core.sharing.Contract.Promise(promise.type(), promise.always(), promise.schema());
    }
}
