package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** The account model, its revisions, and the database that follows them. */
final class ModelPaths {
    private ModelPaths() {}

    static void add(Paths paths) {
        Map<String, Object> source = object(
                Map.of("file", text(), "source", text(), "script", Map.of("type", "boolean")), List.of("source"));
        paths.add("/v1/model", "get", "The live model", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/form", "get", "What the caller may read and write", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/matrix", "get", "The access matrix", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/findings", "post", "Check a model file", source, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/diffs", "post", "Show what publishing a file would do", source, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/revisions", "get", "History", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/model/revisions", "post", "Publish a file", source, "202", Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/revisions/{number}",
                "get",
                "A revision and how far its publishing is",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/revisions/{number}/control",
                "put",
                "Pause, resume or cancel a publish that is under way",
                object(
                        Map.of("control", Map.of("type", "string", "enum", List.of("run", "pause", "cancel"))),
                        List.of("control")),
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/verification",
                "get",
                "Hold the database against the live revision",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/id-costs",
                "post",
                "Measure what each id scheme costs on this database",
                object(Map.of("rows", Map.of("type", "integer")), List.of("rows")),
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/former-ids",
                "get",
                "Which id an account had before ids became another sort of value",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.parameters(
                "/v1/model/former-ids",
                List.of(
                        Paths.query("after", "the last former id of the page before"),
                        Paths.query("limit", "1 to 5000")));
        paths.add(
                "/v1/model/databases",
                "post",
                "Make a database with the live shape and no records, for tests",
                object(Map.of("name", text()), List.of("name")),
                "201",
                Paths.JSON_OBJECT);
        paths.add("/v1/model/schema", "get", "The JSON Schema of model files", null, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/tables",
                "get",
                "The tables of the live model, with their sizes",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add("/v1/model/leftovers", "get", "What publishing set aside", null, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/model/sweeps",
                "post",
                "Delete for good what publishing set aside",
                object(Map.of("upToRevision", Map.of("type", "integer")), List.of("upToRevision")),
                "200",
                Paths.JSON_OBJECT);
    }
}
