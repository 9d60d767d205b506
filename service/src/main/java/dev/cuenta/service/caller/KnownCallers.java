package dev.cuenta.service.caller;

import dev.cuenta.store.live.Premises;
import java.time.Clock;
import java.time.Instant;
import java.util.Collections;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Who asked lately, and what that rests on. Tokens themselves are not kept. */
@Component
final class KnownCallers {
    private static final int MOST = 10_000;

    private record Key(String token, @Nullable String person, CurrentTenant.Said said, String address, int revision) {}

    private record Known(Caller caller, Instant until) {}

    private final Clock clock;
    private final Map<Key, Known> known = Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Known> eldest) {
            return size() > MOST;
        }
    });

    KnownCallers(Clock clock) {
        this.clock = clock;
    }

    /** The caller as it was found, with premises that have to be asked. */
    Optional<Caller> find(Callers.Asked asked, int revision) {
        Known caller = known.get(key(asked, revision));
        return caller == null || caller.until().isBefore(clock.instant())
                ? Optional.empty()
                : Optional.of(caller.caller().on(caller.caller().premises().open()));
    }

    /** @param until from then on the caller has to be found again, so that it is noted that the token is in use */
    Caller remember(Callers.Asked asked, int revision, Caller caller, Premises premises, Instant until) {
        known.put(key(asked, revision), new Known(caller.on(premises), until));
        return caller;
    }

    private static Key key(Callers.Asked asked, int revision) {
        return new Key(
                hash(asked.token()),
                asked.person() == null ? null : hash(asked.person()),
                asked.said(),
                asked.address(),
                revision);
    }

    private static String hash(String token) {
        return HexFormat.of().formatHex(Tokens.hash(token));
    }
}
