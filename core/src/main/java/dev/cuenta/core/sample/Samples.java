package dev.cuenta.core.sample;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.type.Words;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Makes bodies of accounts that admission accepts. */
public final class Samples {
    private static final int PERCENT_OF_OPTIONALS = 75;

    private final AccountModel model;
    private final Words words;

    public Samples(AccountModel model, Words words) {
        this.model = model;
        this.words = words;
    }

    public Kind kind() {
        List<Kind> kinds = List.copyOf(model.kinds().values());
        // Most are of the default kind, as in life.
        return words.between(0, 9) < 6 ? model.defaultKind() : kinds.get((int) words.between(0, kinds.size() - 1));
    }

    public Map<String, Object> body(Kind kind) {
        words.nextPerson();
        Map<String, Object> body = new LinkedHashMap<>();
        for (Field field : model.fieldsOf(kind)) {
            if (field.stored()
                    && !field.withinTenant()
                    && (field.required() || field.signIn() || words.between(1, 100) <= PERCENT_OF_OPTIONALS)) {
                put(field, field.type().sample(field.path().name(), field.limits(), words), body);
            }
        }
        return body;
    }

    /** What an account of the kind has in a tenant; but for what is unique there, of which there may not be enough. */
    public Map<String, Object> bodyInTenant(Kind kind) {
        Map<String, Object> body = new LinkedHashMap<>();
        for (Field field : model.fieldsOf(kind)) {
            if (field.stored()
                    && field.withinTenant()
                    && !field.uniqueWithinTenant()
                    && words.between(1, 100) <= PERCENT_OF_OPTIONALS) {
                put(field, field.type().sample(field.path().name(), field.limits(), words), body);
            }
        }
        return body;
    }

    @SuppressWarnings("unchecked") // only this class puts groups into the body
    private static void put(Field field, Object value, Map<String, Object> body) {
        boolean usable = field.type().read(value, field.limits()).value().isPresent();
        String profile = field.path().profile();
        if (profile == null && usable) {
            body.put(field.path().name(), value);
        } else if (profile != null && usable) {
            Map<String, Object> group = (Map<String, Object>)
                    Objects.requireNonNull(body.computeIfAbsent(profile, name -> new LinkedHashMap<String, Object>()));
            group.put(field.path().name(), value);
        }
    }
}
