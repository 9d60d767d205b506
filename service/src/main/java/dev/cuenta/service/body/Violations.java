package dev.cuenta.service.body;

import dev.cuenta.wire.Violation;

/** What is wrong with a request, as it goes over HTTP. */
public final class Violations {
    private Violations() {}

    public static Violation wire(dev.cuenta.core.problem.Violation violation) {
        return new Violation(violation.pointer(), violation.code(), violation.detail());
    }
}
