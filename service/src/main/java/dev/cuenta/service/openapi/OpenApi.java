package dev.cuenta.service.openapi;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The OpenAPI 3.1 document of a revision: addresses that are always the same, and {@link Schemas} that follow the model. */
final class OpenApi {
    private final Paths paths = new Paths();

    private OpenApi() {}

    static Map<String, Object> of(AccountModel model, int revision) {
        OpenApi api = new OpenApi();
        AccountPaths.add(api.paths);
        SessionPaths.add(api.paths);
        TenantPaths.add(api.paths);
        SharingPaths.add(api.paths);
        TokenPaths.add(api.paths);
        ModelPaths.add(api.paths);
        UpkeepPaths.add(api.paths);
        return api.document("Accounts of " + model.name(), revision, new Schemas(model).all());
    }

    /** Of what a service may do and sees, and nothing else. */
    static Map<String, Object> of(AccountModel model, int revision, Grant grant) {
        OpenApi api = new OpenApi();
        AccountPaths.addRecords(api.paths, !grant.writes().isEmpty());
        SharingPaths.addContracts(api.paths);
        TokenPaths.addAsking(api.paths);
        return api.document(
                "Accounts of " + model.name() + " for " + grant.service(),
                revision,
                new Schemas(model, grant).ofService());
    }

    private Map<String, Object> document(String title, int revision, Map<String, Object> schemas) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", title, "version", "revision " + revision));
        document.put("security", List.of(Map.of("bearer", List.of())));
        document.put("paths", paths.all());
        document.put(
                "components",
                Map.of(
                        "schemas",
                        schemas,
                        "securitySchemes",
                        Map.of("bearer", Map.of("type", "http", "scheme", "bearer"))));
        return document;
    }
}
