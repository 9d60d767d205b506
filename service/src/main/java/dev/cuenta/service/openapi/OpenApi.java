package dev.cuenta.service.openapi;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.service.caller.OpenToServices.Part;
import dev.cuenta.wire.ProblemDocument;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * The OpenAPI 3.1 document of a revision: what controllers answer, with the records that they take and give, and {@link Schemas} that
 * follow the model.
 */
final class OpenApi {
    private final List<ServedOperation> served;
    private final String url;

    /** @param url where the service is for those who ask it */
    OpenApi(Collection<Class<?>> controllers, String url) {
        this.served = Operations.of(controllers);
        this.url = url;
    }

    Map<String, Object> of(AccountModel model, int revision) {
        return document("Accounts of " + model.name(), revision, model, operation -> true, new Schemas(model).all());
    }

    /** Of what a service may do and sees, and nothing else. */
    Map<String, Object> of(AccountModel model, int revision, Grant grant) {
        return document(
                "Accounts of " + model.name() + " for " + grant.service(),
                revision,
                model,
                operation -> isOpen(operation.openToServices(), model, grant),
                new Schemas(model, grant).ofService());
    }

    private static boolean isOpen(@Nullable Part part, AccountModel model, Grant grant) {
        if (part == null) {
            return false;
        }
        return switch (part) {
            case ANY -> true;
            case WRITES -> !grant.writes().isEmpty();
            case ASKS -> !grant.asks().isEmpty() || grant.attributes().contains("roles");
            case DEPENDENTS ->
                model.services().containsKey(grant.service())
                        && !model.services().get(grant.service()).dependents().isEmpty();
            case PICTURES ->
                model.fields().values().stream()
                        .anyMatch(field ->
                                field.type().isPicture() && grant.reads().contains(field.path()));
        };
    }

    private Map<String, Object> document(
            String title,
            int revision,
            AccountModel model,
            Predicate<ServedOperation> chosen,
            Map<String, Object> ofModel) {
        WireSchemas wire = new WireSchemas();
        wire.of(ProblemDocument.class);
        Map<String, Map<String, Object>> paths = new LinkedHashMap<>();
        boolean tenants = model.tenants().present();
        served.stream()
                .filter(chosen)
                .forEach(operation -> paths.computeIfAbsent(operation.path(), path -> new LinkedHashMap<>())
                        .put(operation.key(), operation.describe(wire, tenants)));
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", title, "version", "revision " + revision));
        document.put("servers", List.of(Map.of("url", url)));
        document.put("security", List.of(Map.of("bearer", List.of())));
        document.put("paths", paths);
        Map<String, Object> schemas = new LinkedHashMap<>(ofModel);
        schemas.putAll(wire.components());
        Schemas.ofTenants(model, schemas);
        document.put("components", components(schemas));
        return document;
    }

    private static Map<String, Object> components(Map<String, Object> schemas) {
        Map<String, Object> components = new LinkedHashMap<>();
        components.put("schemas", schemas);
        components.put(
                "parameters",
                Map.of(
                        "Cuenta-Tenant",
                        header("Cuenta-Tenant", "the id of the tenant that the request is about"),
                        "Cuenta-Person",
                        header("Cuenta-Person", "for services: the token of the person for whom they act"),
                        "If-Match",
                        header("If-Match", "the ETag of what is changed; 412 where it has changed since")));
        components.put(
                "responses",
                Map.of(
                        "Problem",
                        Map.of(
                                "description",
                                "Refused (RFC 9457)",
                                "content",
                                Map.of("application/problem+json", Map.of("schema", Schemas.ref("ProblemDocument"))))));
        components.put("securitySchemes", Map.of("bearer", Map.of("type", "http", "scheme", "bearer")));
        return components;
    }

    private static Map<String, Object> header(String name, String description) {
        return Map.of(
                "name", name, "in", "header", "required", false, "description", description, "schema", Schemas.text());
    }
}
