package dev.cuenta.service.caller;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.live.Premises;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Whoever makes a request. Who it is may be remembered; then the question itself asks whether that is so still, in
 * the same round trip, and what is answered counts only if it is.
 */
public final class Asker {
    private final @Nullable Caller remembered;
    private final Supplier<Caller> found;

    /** @param remembered null for nobody; the caller is found then */
    Asker(@Nullable Caller remembered, Supplier<Caller> found) {
        this.remembered = remembered;
        this.found = found;
    }

    /**
     * Reads for the caller.
     *
     * @param work changes nothing, since it may be done twice; it asks its first question with the caller's
     *     {@link Caller#premises premises}, or it is done twice each time
     */
    public <T> T read(Function<Caller, T> work) {
        if (remembered != null) {
            try {
                T answer = work.apply(remembered);
                if (remembered.premises().hold()) {
                    return answer;
                }
            } catch (Problem refusal) {
                if (remembered.premises().hold()) {
                    throw refusal;
                }
            }
        }
        return work.apply(found.get());
    }

    /**
     * Changes something for the caller, in a transaction that asks the caller's {@link Caller#premises premises}.
     *
     * @param work may be done a second time; what it does besides that transaction must bear it
     */
    public <T> T change(Function<Caller, T> work) {
        if (remembered != null) {
            try {
                return work.apply(remembered);
            } catch (Premises.Fallen fallen) {
                return work.apply(found.get());
            } catch (Problem refusal) {
                if (remembered.premises().hold()) {
                    throw refusal;
                }
            }
        }
        return work.apply(found.get());
    }

    /** The caller as it is found now. */
    public Caller caller() {
        return found.get();
    }
}
