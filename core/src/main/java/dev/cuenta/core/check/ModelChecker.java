package dev.cuenta.core.check;

import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;

/** Looks at a well-formed model as a careful reviewer would. */
public final class ModelChecker {
    private ModelChecker() {}

    /** Adds what there is to say to the findings. */
    public static void check(AccountModel model, Findings findings) {
        new ReferenceRules(model, findings).check();
        new FieldRules(model, findings).check();
        new ComputedRules(model, findings).check();
        new AccessRules(model, findings).check();
        new ExposureRules(model, findings).check();
        new AccountRules(model, findings).check();
    }
}
