package dev.cuenta.service.openapi;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.service.sharing.ServiceUseCases;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class OpenApiController {
    private record Made(int revision, Map<String, Object> document) {}

    private final LiveRevisions live;
    private final ServiceUseCases services;
    private final AtomicReference<@Nullable Made> latest = new AtomicReference<>();

    OpenApiController(LiveRevisions live, ServiceUseCases services) {
        this.live = live;
        this.services = services;
    }

    /** Made once for each revision. */
    @OpenToGuests
    @GetMapping("/v1/openapi.json")
    Map<String, Object> document() {
        return live.with(this::document);
    }

    private Map<String, Object> document(LiveRevision revision) {
        Made made = latest.get();
        if (made == null || made.revision() != revision.number()) {
            made = new Made(revision.number(), OpenApi.of(revision.model(), revision.number()));
            latest.set(made);
        }
        return made.document();
    }

    /** The addresses and records of one service: nothing beyond its contract. */
    @OpenToServices
    @GetMapping("/v1/services/{name}/openapi.json")
    Map<String, Object> ofService(Caller caller, @PathVariable String name) {
        return services.view(caller, name, (revision, grant) -> OpenApi.of(revision.model(), revision.number(), grant));
    }

    /** JSON Schema 2020-12 of a record as the service sees it. */
    @OpenToServices
    @GetMapping("/v1/services/{name}/schema.json")
    Map<String, Object> schemaOfService(Caller caller, @PathVariable String name) {
        return services.view(caller, name, (revision, grant) -> {
            Map<String, Object> schema = new LinkedHashMap<>();
            schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
            schema.put("title", "An account of " + revision.model().name() + " for " + name);
            schema.putAll(new Schemas(revision.model(), grant).account());
            return schema;
        });
    }
}
