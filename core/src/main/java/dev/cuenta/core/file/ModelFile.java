package dev.cuenta.core.file;

import dev.cuenta.core.check.ModelChecker;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Place;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.model.AccountModel;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.schema.CoreSchema;

/**
 * A model file that has been read and checked.
 *
 * @param source the text, as its author wrote it
 * @param findings in the order of the file
 */
public record ModelFile(String source, List<Finding> findings, Optional<AccountModel> model) {
    private static final int LONGEST = 1_000_000;

    public ModelFile {
        findings = List.copyOf(findings);
    }

    /** Never throws for what a file may hold: everything that is wrong becomes a finding. */
    public static ModelFile read(String name, String source) {
        Findings findings = new Findings(name);
        AccountModel model = read(source, findings);
        if (model != null && !findings.hasErrors()) {
            ModelChecker.check(model, findings);
        }
        boolean usable = model != null && !findings.hasErrors();
        return new ModelFile(source, findings.list(), usable ? Optional.ofNullable(model) : Optional.empty());
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

    private static @Nullable AccountModel read(String source, Findings findings) {
        LoadSettings settings = LoadSettings.builder()
                .setLabel(findings.file())
                .setSchema(new CoreSchema())
                .setAllowDuplicateKeys(false)
                .setAllowRecursiveKeys(false)
                .setMaxAliasesForCollections(20)
                .setCodePointLimit(LONGEST)
                .build();
        try {
            Optional<Node> node = new Compose(settings).composeString(source);
            if (node.isEmpty()) {
                unreadable(findings, new Place(findings.file(), 1, 1), "The file is empty.");
                return null;
            }
            return new Element(node.get(), "", findings)
                    .section()
                    .map(section -> new ModelReader(findings).read(section))
                    .orElse(null);
        } catch (MarkedYamlEngineException broken) {
            Place place = broken.getProblemMark()
                    .map(mark -> new Place(findings.file(), mark.getLine() + 1, mark.getColumn() + 1))
                    .orElse(new Place(findings.file(), 1, 1));
            unreadable(findings, place, sentence(String.valueOf(broken.getProblem())));
        } catch (YamlEngineException | StackOverflowError broken) {
            unreadable(findings, new Place(findings.file(), 1, 1), "The file is too large or too deeply nested.");
        }
        return null;
    }

    private static void unreadable(Findings findings, Place place, String message) {
        findings.add(
                FindingCode.UNREADABLE,
                place,
                "",
                message,
                "Look at the indentation, colons and quotes here and on the line above.");
    }

    private static String sentence(String text) {
        String start = text.isEmpty() ? "It cannot be read" : Character.toUpperCase(text.charAt(0)) + text.substring(1);
        return start.endsWith(".") ? start : start + ".";
    }
}
