package dev.cuenta.core.type;

import java.util.Optional;
import java.util.function.Function;

/** What became of a raw value: accepted and typed, or refused with a rule's name and words for a person. */
public sealed interface Outcome {
    record Accepted(Object accepted) implements Outcome {}

    record Refused(String code, String detail) implements Outcome {}

    static Outcome accepted(Object value) {
        return new Accepted(value);
    }

    static Outcome refused(String code, String detail) {
        return new Refused(code, detail);
    }

    default Optional<Object> value() {
        return this instanceof Accepted it ? Optional.of(it.accepted()) : Optional.empty();
    }

    default Optional<Refused> refusal() {
        return this instanceof Refused refused ? Optional.of(refused) : Optional.empty();
    }

    /** Goes on checking an accepted value. */
    default Outcome then(Function<Object, Outcome> next) {
        return this instanceof Accepted it ? next.apply(it.accepted()) : this;
    }
}
