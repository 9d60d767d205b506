package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Place;
import java.util.Optional;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.schema.CoreSchema;

/** A YAML or JSON text as one group of keys. */
final class Document {
    private static final int LONGEST = 1_000_000;

    private Document() {}

    static Optional<Section> root(String source, Findings findings) {
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
                return Optional.empty();
            }
            return new Element(node.get(), "", findings).section();
        } catch (MarkedYamlEngineException broken) {
            Place place = broken.getProblemMark()
                    .map(mark -> new Place(findings.file(), mark.getLine() + 1, mark.getColumn() + 1))
                    .orElse(new Place(findings.file(), 1, 1));
            unreadable(findings, place, sentence(String.valueOf(broken.getProblem())));
        } catch (YamlEngineException | StackOverflowError broken) {
            unreadable(findings, new Place(findings.file(), 1, 1), "The file is too large or too deeply nested.");
        }
        return Optional.empty();
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
