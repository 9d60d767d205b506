package dev.cuenta.service.sharing;

import dev.cuenta.wire.Secret;
import dev.cuenta.wire.sharing.Contract;
import dev.cuenta.wire.sharing.ServiceKey;
import dev.cuenta.wire.sharing.ServiceSummary;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Contracts and keys as they go over HTTP. */
final class SharingWire {
    private SharingWire() {}

    static ServiceSummary of(
            dev.cuenta.core.sharing.Contract contract, List<dev.cuenta.store.sharing.ServiceKey> keys) {
        return new ServiceSummary(
                contract.service(),
                contract.reads().keySet(),
                contract.attributes(),
                contract.writes().keySet(),
                contract.asks(),
                contract.dependents(),
                keys.stream().map(key -> of(key, null)).toList());
    }

    /** @param token null but when the key is made */
    static ServiceKey of(dev.cuenta.store.sharing.ServiceKey key, @Nullable String token) {
        return new ServiceKey(
                key.id(),
                key.prefix(),
                key.scope(),
                key.networks(),
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
                contract.dependents());
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
                contract.dependents());
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
