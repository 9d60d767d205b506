package dev.cuenta.service.activity;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.activity.Entry;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.wire.activity.ActivityEntry;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** An entry as its reader may see it: of fields that may not be read by them, the names alone. */
final class EntryWire {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, Object>> DETAILS = new TypeReference<>() {};

    private final LiveRevision revision;
    private final Caller caller;
    private final AccountModel model;

    EntryWire(LiveRevision revision, Caller caller) {
        this.revision = revision;
        this.caller = caller;
        this.model = revision.model();
    }

    ActivityEntry of(Entry entry) {
        Map<String, Object> details = JSON.readValue(entry.details(), DETAILS);
        details.computeIfPresent(
                "fields", (name, fields) -> fields instanceof Map<?, ?> changes ? shown(changes, entry) : fields);
        return new ActivityEntry(
                entry.number(),
                entry.at(),
                entry.action(),
                entry.account(),
                entry.person(),
                entry.service(),
                Origin.INSTALLATION_KEY.equals(entry.via()) ? "installation-key" : text(entry.via()),
                text(entry.address()),
                text(entry.tenant()),
                details);
    }

    private Map<String, Object> shown(Map<?, ?> changes, Entry entry) {
        boolean own = caller.account() != null && caller.account().text().equals(entry.account());
        Viewer viewer = own ? caller.ownViewer(model) : caller.viewer(model);
        Map<String, Object> shown = new LinkedHashMap<>();
        changes.forEach((name, change) -> {
            boolean readable = model.field(String.valueOf(name))
                    .filter(field -> revision.matrix().reads(viewer, field))
                    .isPresent();
            shown.put(String.valueOf(name), readable ? Objects.requireNonNull(change) : Map.of());
        });
        return shown;
    }

    private static @Nullable String text(@Nullable Object value) {
        return value == null ? null : value.toString();
    }
}
