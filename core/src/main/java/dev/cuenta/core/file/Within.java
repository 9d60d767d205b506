package dev.cuenta.core.file;

/** What {@code within} can say, of a role and of a profile. */
enum Within {
    TENANT;

    static boolean isTenant(Section section) {
        return section.take("within")
                .flatMap(element -> element.oneOf(Within.class))
                .isPresent();
    }
}
