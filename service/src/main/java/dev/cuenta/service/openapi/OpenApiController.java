package dev.cuenta.service.openapi;

import dev.cuenta.service.session.OpenToGuests;
import dev.cuenta.store.revision.LiveRevision;
import dev.cuenta.store.revision.LiveRevisions;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class OpenApiController {
    private record Made(int revision, Map<String, Object> document) {}

    private final LiveRevisions live;
    private final AtomicReference<@Nullable Made> latest = new AtomicReference<>();

    OpenApiController(LiveRevisions live) {
        this.live = live;
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
}
