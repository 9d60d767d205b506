package dev.cuenta.core.file;

import dev.cuenta.core.check.ModelChecker;
import dev.cuenta.core.check.StoredFindings;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.model.AccountModel;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A model file that has been read and checked.
 *
 * @param source the text, as its author wrote it
 * @param findings in the order of the file
 */
public record ModelFile(String source, List<Finding> findings, Optional<AccountModel> model) {
    public ModelFile {
        findings = List.copyOf(findings);
    }

    /** Never throws for what a file may hold: everything that is wrong becomes a finding. */
    public static ModelFile read(String name, String source) {
        return read(name, source, model -> Optional.empty());
    }

    /**
     * As {@link #read(String, String)}, and adds what depends on the records that are stored.
     *
     * @param against is asked what publishing the model would do, unless it has errors already
     */
    public static ModelFile read(
            String name, String source, Function<AccountModel, Optional<StoredFindings.Stored>> against) {
        Findings findings = new Findings(name);
        AccountModel model = Document.root(source, findings)
                .map(section -> new ModelReader().read(section))
                .orElse(null);
        if (model != null && !findings.hasErrors()) {
            ModelChecker.check(model, findings);
        }
        if (model != null && !findings.hasErrors()) {
            against.apply(model).ifPresent(stored -> StoredFindings.add(stored, findings));
        }
        boolean usable = model != null && !findings.hasErrors();
        return new ModelFile(source, findings.list(), usable ? Optional.ofNullable(model) : Optional.empty());
    }

    /**
     * The model of a text that was checked when it was published. It is read and not judged again: what the checker has learnt
     * since must not keep an installation from starting.
     *
     * @throws IllegalStateException where the format has no such keys any more
     */
    public static AccountModel stored(String name, String source) {
        Findings findings = new Findings(name);
        Optional<AccountModel> model = Document.root(source, findings).map(section -> new ModelReader().read(section));
        return model.filter(read -> !findings.hasErrors())
                .orElseThrow(() -> new IllegalStateException(name
                        + " cannot be read by this version of Cuenta: "
                        + findings.list().stream()
                                .filter(finding -> finding.severity() == Severity.ERROR)
                                .map(Finding::message)
                                .collect(Collectors.joining(" "))));
    }

    public boolean hasErrors() {
        return model.isEmpty();
    }

    /** How many findings there are of the severity. */
    public long count(Severity severity) {
        return findings.stream()
                .filter(finding -> finding.severity() == severity)
                .count();
    }
}
