package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.finding.Place;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;

/** A group of keys. Remembers which were asked for, so that those nobody asked for can be reported. */
final class Section {
    private final String path;
    private final Findings findings;
    private final Map<String, Element> elements = new LinkedHashMap<>();
    private final Map<String, Place> keys = new LinkedHashMap<>();
    private final Set<String> known = new HashSet<>();

    private Section(String path, Findings findings) {
        this.path = path;
        this.findings = findings;
    }

    static Section empty(String path, Findings findings) {
        return new Section(path, findings);
    }

    static Section of(MappingNode mapping, String path, Findings findings) {
        Section section = new Section(path, findings);
        for (NodeTuple tuple : mapping.getValue()) {
            if (tuple.getKeyNode() instanceof ScalarNode key) {
                Place place = Element.place(key, findings.file());
                String inner = section.inner(key.getValue());
                Place first = section.keys.get(key.getValue());
                if (first != null) {
                    findings.add(
                            FindingCode.DUPLICATE_KEY,
                            place,
                            inner,
                            "`" + key.getValue() + "` stands in line " + first.line() + " already.",
                            "Remove one of them.");
                    continue;
                }
                section.keys.put(key.getValue(), place);
                section.elements.put(key.getValue(), new Element(tuple.getValueNode(), inner, findings));
                findings.locate(inner, place);
            }
        }
        return section;
    }

    String path() {
        return path;
    }

    Optional<Element> take(String key) {
        known.add(key);
        return Optional.ofNullable(elements.get(key));
    }

    Optional<Element> require(String key, String advice) {
        Optional<Element> element = take(key);
        if (element.isEmpty()) {
            findings.add(
                    FindingCode.MISSING_KEY,
                    path,
                    "`" + key + "` is missing" + (path.isEmpty() ? "." : " in `" + path + "`."),
                    advice);
        }
        return element;
    }

    /** All elements, for a group whose keys are names that the author chose. Names that cannot be used are left out. */
    List<Named> named() {
        List<Named> named = new ArrayList<>();
        elements.forEach((name, element) -> {
            if (name.matches("[a-z][a-zA-Z0-9]{0,39}")) {
                named.add(new Named(name, element));
            } else {
                element.report(
                        FindingCode.BAD_NAME,
                        "`" + name + "` cannot be a name.",
                        "Use camelCase: a small letter, then up to 39 letters and digits.");
            }
        });
        return named;
    }

    record Named(String name, Element element) {}

    /** All elements, whatever their keys are. */
    Map<String, Element> entries() {
        known.addAll(elements.keySet());
        return elements;
    }

    /** Reports keys that do not apply here, though they do elsewhere. Whoever asks for one later does not find it. */
    void notHere(Set<String> others, String why) {
        for (String key : others) {
            take(key)
                    .ifPresent(
                            element -> element.report(FindingCode.UNKNOWN_KEY, "`" + key + "` " + why, "Take it out."));
            elements.remove(key);
        }
    }

    /** Reports every key that nobody asked for. */
    void refuseOthers() {
        keys.forEach((key, place) -> {
            if (!known.contains(key)) {
                findings.add(
                        FindingCode.UNKNOWN_KEY,
                        place,
                        inner(key),
                        "Unknown key `" + key + "`.",
                        Nearest.advice(key, new TreeSet<>(known)));
            }
        });
    }

    private String inner(String key) {
        return path.isEmpty() ? key : path + "." + key;
    }
}
