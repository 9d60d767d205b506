package dev.cuenta.cli.check;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Severity;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Findings as a SARIF log (OASIS SARIF 2.1.0), which code hosts show beside the lines of a review. */
final class Sarif {
    private Sarif() {}

    static Map<String, Object> of(ModelFile file) {
        List<Map<String, Object>> rules =
                Arrays.stream(FindingCode.values()).map(Sarif::rule).toList();
        List<Map<String, Object>> results =
                file.findings().stream().map(Sarif::result).toList();
        Map<String, Object> driver = Map.of("name", "cuenta", "rules", rules);
        return Map.of(
                "$schema",
                "https://json.schemastore.org/sarif-2.1.0.json",
                "version",
                "2.1.0",
                "runs",
                List.of(Map.of("tool", Map.of("driver", driver), "results", results)));
    }

    private static Map<String, Object> rule(FindingCode code) {
        return Map.of(
                "id",
                code.toString(),
                "shortDescription",
                Map.of("text", code.why()),
                "defaultConfiguration",
                Map.of("level", level(code.severity())));
    }

    private static Map<String, Object> result(Finding finding) {
        Map<String, Object> region = Map.of(
                "startLine",
                finding.place().line(),
                "startColumn",
                finding.place().column());
        Map<String, Object> place =
                Map.of("artifactLocation", Map.of("uri", uri(finding.place().file())), "region", region);
        return Map.of(
                "ruleId",
                finding.code().toString(),
                "level",
                level(finding.severity()),
                "message",
                Map.of("text", finding.message() + " " + finding.advice()),
                "locations",
                List.of(Map.of("physicalLocation", place)));
    }

    /** A path may have what a URI spells otherwise (RFC 3986, section 2.1), such as a space. */
    private static String uri(String path) {
        try {
            return new URI(null, null, path, null).toASCIIString();
        } catch (URISyntaxException impossible) {
            throw new IllegalArgumentException(impossible);
        }
    }

    private static String level(Severity severity) {
        return severity.toString();
    }
}
