package dev.cuenta.core.adoption;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Which field of a model that is there already takes a column's values. */
final class Matching {
    /** What programs call the same thing. */
    private static final Map<String, String> ALSO = Map.ofEntries(
            Map.entry("firstName", "givenName"),
            Map.entry("forename", "givenName"),
            Map.entry("lastName", "familyName"),
            Map.entry("surname", "familyName"),
            Map.entry("mail", "email"),
            Map.entry("eMail", "email"),
            Map.entry("emailAddress", "email"),
            Map.entry("mobile", "phone"),
            Map.entry("telephone", "phone"),
            Map.entry("birthDate", "bornOn"),
            Map.entry("birthday", "bornOn"),
            Map.entry("dateOfBirth", "bornOn"),
            Map.entry("born", "bornOn"));

    private Matching() {}

    /** The field of the same path; or else the only one of that name, or of another name for it, in any profile. */
    static Optional<FieldPath> in(AccountModel model, FieldPath proposed) {
        if (model.field(proposed).filter(Field::stored).isPresent()) {
            return Optional.of(proposed);
        }
        return named(model, proposed.name())
                .or(() -> Optional.ofNullable(ALSO.get(proposed.name())).flatMap(also -> named(model, also)));
    }

    private static Optional<FieldPath> named(AccountModel model, String name) {
        List<FieldPath> found = model.fields().values().stream()
                .filter(Field::stored)
                .map(Field::path)
                .filter(path -> path.name().equals(name))
                .toList();
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }
}
