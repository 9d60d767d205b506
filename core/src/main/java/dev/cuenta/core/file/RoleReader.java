package dev.cuenta.core.file;

import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permissions;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Reads one of the section {@code roles}. */
final class RoleReader {
    private RoleReader() {}

    static Role read(String name, Section section) {
        Role role = new Role(
                name,
                section.require("number", "Give the role a number that stays its own for ever.")
                        .flatMap(element -> element.whole(1, 32_000))
                        .orElse(0),
                section.take("label").flatMap(Element::text).orElse(Names.label(name)),
                section.take("description").flatMap(Element::text).orElse(""),
                flag("default", section),
                flag("onCreate", section),
                Within.isTenant(section),
                names("kinds", section).orElse(Set.of()),
                Permissions.of(section.take("may").map(Element::texts).orElse(List.of())),
                names("gives", section).orElse(null),
                names("excludes", section).orElse(Set.of()),
                flag("approval", section),
                flag("secondFactor", section),
                section.take("formerly").map(Element::texts).orElse(List.of()));
        section.refuseOthers();
        return role;
    }

    private static boolean flag(String key, Section section) {
        return section.take(key).flatMap(Element::flag).orElse(false);
    }

    private static Optional<Set<String>> names(String key, Section section) {
        return section.take(key).map(Element::texts).map(Set::copyOf);
    }
}
