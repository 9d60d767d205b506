package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.Field;

/** What is found at fields. */
final class FieldFindings {
    private final Findings findings;

    FieldFindings(Findings findings) {
        this.findings = findings;
    }

    /** @param below which key of the field's it is about, such as {@code .write}; empty for the field itself */
    void add(FindingCode code, Field field, String below, String message, String advice) {
        findings.add(code, Paths.of(field) + below, message, advice);
    }
}
