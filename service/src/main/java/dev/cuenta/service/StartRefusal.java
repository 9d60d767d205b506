package dev.cuenta.service;

import dev.cuenta.core.problem.Problem;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Tells what keeps the service from starting as a request would be told. */
final class StartRefusal extends AbstractFailureAnalyzer<Problem> {
    @Override
    protected FailureAnalysis analyze(Throwable start, Problem problem) {
        return new FailureAnalysis(problem.detail(), "docs/operating.md lists the settings.", problem);
    }
}
