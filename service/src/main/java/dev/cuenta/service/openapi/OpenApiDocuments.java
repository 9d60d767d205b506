package dev.cuenta.service.openapi;

import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.sharing.ServiceUseCases;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.aop.support.AopUtils;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;
import org.springframework.web.bind.annotation.RestController;

/** The documents of the live revision. */
@Component
final class OpenApiDocuments {
    private record Made(int revision, Map<String, Object> document) {}

    private final LiveRevisions live;
    private final ServiceUseCases services;
    private final Supplier<OpenApi> api;
    private final AtomicReference<@Nullable Made> latest = new AtomicReference<>();

    /** @param context whose controllers are read when somebody first asks: one of them asks here */
    OpenApiDocuments(LiveRevisions live, ServiceUseCases services, ApplicationContext context, Settings settings) {
        this.live = live;
        this.services = services;
        this.api = SingletonSupplier.of(() -> {
            List<Class<?>> controllers = context.getBeansWithAnnotation(RestController.class).values().stream()
                    .<Class<?>>map(AopUtils::getTargetClass)
                    .toList();
            return new OpenApi(controllers, settings.publicUrl());
        });
    }

    /** Made once for each revision. */
    Map<String, Object> live() {
        return live.with(this::document);
    }

    private Map<String, Object> document(LiveRevision revision) {
        Made made = latest.get();
        if (made == null || made.revision() != revision.number()) {
            made = new Made(revision.number(), api.get().of(revision.model(), revision.number()));
            latest.set(made);
        }
        return made.document();
    }

    /** For whoever may see the service's contract. */
    Map<String, Object> ofService(Caller caller, String name) {
        return services.view(
                caller, name, (revision, grant) -> api.get().of(revision.model(), revision.number(), grant));
    }

    /** JSON Schema 2020-12; for whoever may see the service's contract. */
    Map<String, Object> schemaOfService(Caller caller, String name) {
        return services.view(caller, name, (revision, grant) -> {
            Map<String, Object> schema = new LinkedHashMap<>();
            schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
            schema.put("title", "An account of " + revision.model().name() + " for " + name);
            schema.putAll(new Schemas(revision.model(), grant).account());
            return schema;
        });
    }
}
