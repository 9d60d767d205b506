package dev.cuenta.core.expression;

import java.util.List;

/** An expression as a tree of what every expression is made of, so that it can be said in SQL too. */
public sealed interface Node {
    Sort sort();

    /** {@code value} is a String, Long, Double or Boolean. */
    record Constant(Sort sort, Object value) implements Node {}

    /** {@code path} names a field, or one of {@link Scope}'s own variables. */
    record Variable(Sort sort, String path) implements Node {}

    /** Whether the field has a value. */
    record Present(String path) implements Node {
        @Override
        public Sort sort() {
            return Sort.TRUTH;
        }
    }

    record Call(Sort sort, Operation operation, List<Node> arguments) implements Node {
        public Call {
            arguments = List.copyOf(arguments);
        }
    }
}
