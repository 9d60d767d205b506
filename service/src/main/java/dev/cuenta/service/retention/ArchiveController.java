package dev.cuenta.service.retention;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.Archived;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/retention/archive")
final class ArchiveController {
    private final ArchiveUseCases archive;

    ArchiveController(ArchiveUseCases archive) {
        this.archive = archive;
    }

    /** Those that were put aside last come first; at most a thousand. */
    @GetMapping
    Map<String, Object> list(Caller caller) {
        return Map.of(
                "items",
                archive.list(caller).stream().map(ArchiveController::json).toList());
    }

    @PostMapping("/{id}/restoration")
    Map<String, Object> restore(Caller caller, @PathVariable String id) {
        Archive.Restored restored = archive.restore(caller, id);
        return Map.of("id", restored.id().text(), "left", restored.left(), "lost", restored.lost());
    }

    @DeleteMapping("/{id}")
    ResponseEntity<Void> drop(Caller caller, @PathVariable String id) {
        archive.drop(caller, id);
        return ResponseEntity.noContent().build();
    }

    private static Map<String, Object> json(Archived archived) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", archived.id());
        json.put("kind", archived.kind());
        json.put("displayName", archived.displayName());
        json.put("rule", archived.rule());
        json.put("archivedAt", archived.archivedAt().toString());
        return json;
    }
}
