package dev.cuenta.core.finding;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Collects what is said about one file, and knows where in it each path stands. */
public final class Findings {
    private final String file;
    private final Map<String, Place> places = new HashMap<>();
    private final List<Finding> findings = new ArrayList<>();

    public Findings(String file) {
        this.file = file;
    }

    public String file() {
        return file;
    }

    public void locate(String path, Place place) {
        places.put(path, place);
    }

    /** Whether the path stands in the file itself. */
    public boolean knows(String path) {
        return places.containsKey(path);
    }

    public void add(FindingCode code, String path, String message, String advice) {
        add(code, placeOf(path), path, message, advice);
    }

    public void add(FindingCode code, Place place, String path, String message, String advice) {
        findings.add(new Finding(code, place, path, message, advice));
    }

    public boolean hasErrors() {
        return findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
    }

    /** In the order of the file. */
    public List<Finding> list() {
        return findings.stream()
                .sorted(Comparator.comparing(
                                (Finding finding) -> finding.place().line())
                        .thenComparing(finding -> finding.place().column()))
                .toList();
    }

    /** A path that does not stand in the file itself has the place of the nearest one around it. */
    private Place placeOf(String path) {
        String around = path;
        while (!around.isEmpty() && !places.containsKey(around)) {
            around = around.contains(".") ? around.substring(0, around.lastIndexOf('.')) : "";
        }
        return places.getOrDefault(around, new Place(file, 1, 1));
    }
}
