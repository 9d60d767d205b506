package dev.cuenta.service.model;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Right;
import dev.cuenta.core.file.FormatSchema;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.Revision;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/model")
final class ModelController {
    /** A model file as a request carries it; {@code file} is the name that messages use. */
    record Source(
            @Nullable String file,
            @Nullable String source,
            @Nullable Boolean script) {
        String text() {
            return required("source", source);
        }

        String name() {
            return file == null ? "account-model.yaml" : file;
        }
    }

    record Publish(
            @Nullable String file,
            @Nullable String source,
            @Nullable String fingerprint,
            @Nullable Set<String> allow,
            @Nullable String message) {
        ModelUseCases.Publish command() {
            return new ModelUseCases.Publish(
                    file == null ? "account-model.yaml" : file,
                    required("source", source),
                    fingerprint,
                    allow == null ? Set.of() : allow,
                    message == null ? "" : message);
        }
    }

    private final ModelUseCases models;

    ModelController(ModelUseCases models) {
        this.models = models;
    }

    @GetMapping
    Map<String, Object> live(Caller caller) {
        return models.look(caller, revision -> {
            Map<String, Object> body = new LinkedHashMap<>(ModelJson.summary(revision.revision()));
            body.put("name", revision.model().name());
            body.put("source", revision.revision().source());
            return body;
        });
    }

    @PostMapping("/findings")
    Map<String, Object> check(Caller caller, @RequestBody Source source) {
        return ModelJson.findings(models.check(caller, source.name(), source.text()));
    }

    @PostMapping("/diffs")
    Map<String, Object> diff(Caller caller, @RequestBody Source source) {
        ModelUseCases.Shown shown =
                models.diff(caller, source.name(), source.text(), Boolean.TRUE.equals(source.script()));
        Map<String, Object> body = ModelJson.findings(shown.file());
        if (shown.diff() != null && shown.fingerprint() != null) {
            body.putAll(ModelJson.diff(shown.diff(), shown.fingerprint(), shown.inTheWay(), shown.recordsPerSecond()));
            if (!shown.script().isEmpty()) {
                body.put("script", shown.script());
            }
        }
        return body;
    }

    @PostMapping("/revisions")
    ResponseEntity<Map<String, Object>> publish(Caller caller, @RequestBody Publish request) {
        Revision revision = models.publish(caller, request.command());
        return ResponseEntity.status(revision.finished() ? 200 : 202)
                .location(URI.create("/v1/model/revisions/" + revision.number()))
                .body(ModelJson.revision(revision));
    }

    @GetMapping("/revisions")
    Map<String, Object> history(Caller caller) {
        return Map.of(
                "items",
                models.history(caller).stream().map(ModelJson::revision).toList());
    }

    @GetMapping("/revisions/{number}")
    Map<String, Object> revision(Caller caller, @PathVariable int number) {
        Revision revision = models.revision(caller, number);
        Map<String, Object> body = ModelJson.revision(revision);
        body.put("source", revision.source());
        body.put("stepMillis", models.millisInStep(revision));
        return body;
    }

    /** What somebody wants of a publish: run, pause or cancel. */
    record Wanted(@Nullable Control control) {}

    @PutMapping("/revisions/{number}/control")
    Map<String, Object> control(Caller caller, @PathVariable int number, @RequestBody Wanted wanted) {
        if (wanted.control() == null) {
            throw Problem.invalid("/control", "required", "Give `control` as one of: run, pause, cancel.");
        }
        return ModelJson.revision(models.control(caller, number, wanted.control()));
    }

    @GetMapping("/schema")
    Map<String, Object> schema(Caller caller) {
        return FormatSchema.schema();
    }

    @GetMapping("/matrix")
    Map<String, Object> matrix(Caller caller) {
        return models.look(caller, ModelController::matrix);
    }

    private static Map<String, Object> matrix(LiveRevision revision) {
        AccessMatrix matrix = revision.matrix();
        List<Map<String, Object>> fields = revision.model().fields().values().stream()
                .map(field -> row(matrix, field))
                .toList();
        return Map.of(
                "revision",
                revision.number(),
                "parties",
                matrix.parties().stream().map(Party::name).toList(),
                "fields",
                fields);
    }

    private static Map<String, Object> row(AccessMatrix matrix, Field field) {
        Map<String, Object> row = new LinkedHashMap<>();
        row.put("path", field.path().toString());
        row.put("label", field.label());
        row.put("sensitivity", ModelJson.word(field.sensitivity()));
        row.put("returned", ModelJson.word(field.returned()));
        Map<String, Object> cells = new LinkedHashMap<>();
        matrix.parties().forEach(party -> cells.put(party.name(), ModelController.cell(matrix.cell(party, field))));
        row.put("cells", cells);
        return row;
    }

    private static Map<String, Object> cell(AccessMatrix.Cell cell) {
        return Map.of(
                "reads", cell.reads(),
                "writes", cell.writes(),
                "rights", cell.rights().stream().sorted().map(Right::word).toList(),
                "why", cell.why());
    }

    /** What the caller's forms and lists are made from: the fields, and what the caller may do with each. */
    @GetMapping("/form")
    Map<String, Object> form(Caller caller) {
        return models.lookAtOwnRights(revision -> FormJson.of(revision, caller));
    }

    static String required(String key, @Nullable String value) {
        if (value == null) {
            throw Problem.invalid("/" + key, "required", "Give `" + key + "` as a text.");
        }
        return value;
    }
}
