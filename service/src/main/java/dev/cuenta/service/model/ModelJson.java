package dev.cuenta.service.model;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.store.live.Revision;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Findings, diffs and revisions as JSON. */
final class ModelJson {
    private ModelJson() {}

    static Map<String, Object> findings(ModelFile file) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("errors", file.count(Severity.ERROR));
        json.put("warnings", file.count(Severity.WARNING));
        json.put("findings", file.findings().stream().map(Finding::facts).toList());
        return json;
    }

    static Map<String, Object> diff(Diff diff, String fingerprint, InTheWay inTheWay, long recordsPerSecond) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("liveRevision", diff.liveRevision());
        json.put("fingerprint", fingerprint);
        if (recordsPerSecond > 0) {
            json.put("recordsPerSecond", recordsPerSecond);
        }
        json.put(
                "changes",
                diff.changes().stream().map(change -> change(change, inTheWay)).toList());
        return json;
    }

    private static Map<String, Object> change(Change change, InTheWay inTheWay) {
        Map<String, Object> json = change(change);
        List<String> accounts = inTheWay.of(change);
        if (!accounts.isEmpty()) {
            json.put(
                    "accounts",
                    accounts.stream()
                            .map(id -> Map.of(
                                    "id", id, "displayName", inTheWay.names().get(id)))
                            .toList());
            json.put("filter", inTheWay.filter(change));
        }
        return json;
    }

    private static Map<String, Object> change(Change change) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("name", change.name());
        json.put("path", change.path());
        json.put("effect", word(change.effect()));
        json.put("what", change.what());
        json.put("consequence", change.consequence());
        json.put("records", change.records());
        json.put("examples", change.examples());
        json.put("toAllow", change.toAllow());
        return json;
    }

    static Map<String, Object> revision(Revision revision) {
        Map<String, Object> json = new LinkedHashMap<>(summary(revision));
        json.put("changes", revision.changes().stream().map(ModelJson::change).toList());
        return json;
    }

    static Map<String, Object> summary(Revision revision) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("revision", revision.number());
        json.put("state", revision.state());
        json.put("step", revision.step().toString());
        json.put("rowsDone", revision.rowsDone());
        json.put("rowsTotal", revision.rowsTotal());
        if (revision.failure() != null) {
            json.put("failure", revision.failure());
        }
        json.put("author", revision.author());
        json.put("message", revision.message());
        json.put("control", revision.control().toString());
        json.put("stepStartedAt", revision.stepStartedAt().toString());
        json.put("startedAt", revision.startedAt().toString());
        if (revision.publishedAt() != null) {
            json.put("publishedAt", revision.publishedAt().toString());
        }
        return json;
    }

    static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
