package dev.cuenta.core.file;

import dev.cuenta.core.model.Service;
import dev.cuenta.core.model.Service.OnDelete;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/** Reads one service of the section {@code services}. */
final class ServiceReader {
    private ServiceReader() {}

    static Service read(String name, Section section) {
        Service service = new Service(
                name,
                section.take("label").flatMap(Element::text).orElse(Names.label(name)),
                names("reads", section),
                names("writes", section),
                names("asks", section),
                dependents(section));
        section.refuseOthers();
        return service;
    }

    private static Set<String> names(String key, Section section) {
        return section.take(key)
                .map(element -> (Set<String>) new LinkedHashSet<>(element.texts()))
                .orElse(Set.of());
    }

    private static Map<String, OnDelete> dependents(Section section) {
        Map<String, OnDelete> dependents = new LinkedHashMap<>();
        section.take("dependents").flatMap(Element::section).ifPresent(group -> {
            for (Section.Named named : group.named()) {
                named.element().section().ifPresent(dependent -> {
                    dependent
                            .require("onDelete", "Say what becomes of it: restrict, cascade or setNull.")
                            .flatMap(element -> element.oneOf(OnDelete.class))
                            .ifPresent(action -> dependents.put(named.name(), action));
                    dependent.refuseOthers();
                });
            }
        });
        return dependents;
    }
}
