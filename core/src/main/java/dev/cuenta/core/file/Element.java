package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.finding.Place;
import dev.cuenta.core.type.FieldTypes;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;

/** One value of the file. Asked for a shape that it does not have, it reports so and gives nothing. */
final class Element {
    private final Node node;
    private final String path;
    private final Findings findings;

    Element(Node node, String path, Findings findings) {
        this.node = node;
        this.path = path;
        this.findings = findings;
        findings.locate(path, place(node, findings.file()));
    }

    static Place place(Node node, String file) {
        return node.getStartMark()
                .map(mark -> new Place(file, mark.getLine() + 1, mark.getColumn() + 1))
                .orElse(new Place(file, 1, 1));
    }

    String path() {
        return path;
    }

    Optional<Section> section() {
        if (node instanceof MappingNode mapping) {
            return Optional.of(Section.of(mapping, path, findings));
        }
        if (isNull()) {
            return Optional.of(Section.empty(path, findings));
        }
        return wrongShape("a group of keys");
    }

    /** A single value stands for a list of one. */
    List<Element> items() {
        if (!(node instanceof SequenceNode sequence)) {
            return List.of(this);
        }
        List<Element> items = new ArrayList<>();
        for (Node item : sequence.getValue()) {
            items.add(new Element(item, path + "." + items.size(), findings));
        }
        return items;
    }

    Optional<String> text() {
        return node instanceof ScalarNode scalar && !isNull() ? Optional.of(scalar.getValue()) : wrongShape("a text");
    }

    List<String> texts() {
        return items().stream().flatMap(item -> item.text().stream()).toList();
    }

    Optional<Boolean> flag() {
        return scalar().filter(Boolean.class::isInstance)
                .map(Boolean.class::cast)
                .or(() -> wrongShape("true or false"));
    }

    Optional<Integer> whole(int least, int most) {
        return number().filter(number -> number.scale() <= 0 && number.intValue() >= least && number.intValue() <= most)
                .map(BigDecimal::intValue)
                .or(() -> wrongShape("a whole number from " + least + " to " + most));
    }

    Optional<BigDecimal> decimal() {
        return number().or(() -> wrongShape("a number"));
    }

    private Optional<BigDecimal> number() {
        return scalar().filter(BigDecimal.class::isInstance).map(BigDecimal.class::cast);
    }

    /** One of an enum's constants, spelt in camelCase. */
    <E extends Enum<E>> Optional<E> oneOf(Class<E> choice) {
        List<String> known = new ArrayList<>();
        for (E constant : choice.getEnumConstants()) {
            known.add(camelCase(constant));
        }
        Optional<String> given = text();
        Optional<E> chosen =
                given.map(known::indexOf).filter(index -> index >= 0).map(index -> choice.getEnumConstants()[index]);
        if (given.isPresent() && chosen.isEmpty()) {
            report(
                    FindingCode.WRONG_SHAPE,
                    "`" + given.get() + "` is not possible here.",
                    Nearest.advice(given.get(), known));
        }
        return chosen;
    }

    static String camelCase(Enum<?> constant) {
        StringBuilder name = new StringBuilder();
        for (String word : constant.name().toLowerCase(Locale.ROOT).split("_")) {
            name.append(name.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1));
        }
        return name.toString();
    }

    /** The value as a field's type reads it: String, Boolean or BigDecimal. */
    Optional<Object> scalar() {
        return node instanceof ScalarNode scalar && !isNull() ? Optional.of(typed(scalar)) : Optional.empty();
    }

    private static Object typed(ScalarNode scalar) {
        if (scalar.getTag().equals(Tag.BOOL)) {
            return scalar.getValue().equalsIgnoreCase("true");
        }
        if (scalar.getTag().equals(Tag.INT) || scalar.getTag().equals(Tag.FLOAT)) {
            try {
                BigDecimal number = new BigDecimal(scalar.getValue());
                return FieldTypes.isHuge(number) ? scalar.getValue() : number;
            } catch (NumberFormatException hexadecimalOrInfinite) {
                return scalar.getValue();
            }
        }
        return scalar.getValue();
    }

    /** As {@link #scalar}, and lists and groups as List and Map: what a JSON reader would give. */
    Optional<Object> plain() {
        return isNull() ? Optional.empty() : Optional.of(plain(node));
    }

    private Object plain(Node value) {
        if (value instanceof SequenceNode sequence) {
            List<Object> items = new ArrayList<>();
            sequence.getValue().forEach(item -> items.add(plain(item)));
            return items;
        }
        if (value instanceof MappingNode mapping) {
            Map<String, Object> group = new LinkedHashMap<>();
            mapping.getValue().forEach(tuple -> {
                if (tuple.getKeyNode() instanceof ScalarNode key) {
                    group.put(key.getValue(), plain(tuple.getValueNode()));
                }
            });
            return group;
        }
        return value instanceof ScalarNode scalar ? typed(scalar) : "";
    }

    boolean isGroup() {
        return node instanceof MappingNode;
    }

    private boolean isNull() {
        return node.getTag().equals(Tag.NULL);
    }

    private <T> Optional<T> wrongShape(String expected) {
        report(
                FindingCode.WRONG_SHAPE,
                (path.isEmpty() ? "The file" : "`" + name() + "`") + " must be " + expected + ".",
                "Write " + expected + " here.");
        return Optional.empty();
    }

    void report(FindingCode code, String message, String advice) {
        findings.add(code, path, message, advice);
    }

    /** The key that the value belongs to. */
    String name() {
        return path.substring(path.lastIndexOf('.') + 1);
    }
}
