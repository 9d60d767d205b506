package dev.cuenta.service.openapi;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.cuenta.wire.Secret;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** The schemas of records of the wire (JSON Schema 2020-12): those that were asked for, and what they are made of. */
final class WireSchemas {
    private static final Map<Class<?>, Map<String, Object>> SIMPLE = Map.ofEntries(
            Map.entry(String.class, Map.of("type", "string")),
            Map.entry(Secret.class, Map.of("type", "string", "format", "password")),
            Map.entry(UUID.class, Map.of("type", "string", "format", "uuid")),
            Map.entry(Instant.class, Map.of("type", "string", "format", "date-time")),
            Map.entry(int.class, Map.of("type", "integer", "format", "int32")),
            Map.entry(Integer.class, Map.of("type", "integer", "format", "int32")),
            Map.entry(long.class, Map.of("type", "integer", "format", "int64")),
            Map.entry(Long.class, Map.of("type", "integer", "format", "int64")),
            Map.entry(double.class, Map.of("type", "number", "format", "double")),
            Map.entry(BigDecimal.class, Map.of("type", "number")),
            Map.entry(boolean.class, Map.of("type", "boolean")),
            Map.entry(Boolean.class, Map.of("type", "boolean")),
            Map.entry(Object.class, Map.of()));

    private final Map<String, Object> components = new TreeMap<>();

    /** By name. */
    Map<String, Object> components() {
        return components;
    }

    /** A type's own schema, or a reference to it. */
    Map<String, Object> of(Type type) {
        return of(type, Map.of());
    }

    private Map<String, Object> of(Type type, Map<TypeVariable<?>, Type> arguments) {
        if (type instanceof TypeVariable<?> variable) {
            return of(arguments.getOrDefault(variable, Object.class), Map.of());
        }
        if (type instanceof ParameterizedType generic) {
            return of((Class<?>) generic.getRawType(), generic.getActualTypeArguments(), arguments);
        }
        return of((Class<?>) type, new Type[0], arguments);
    }

    private Map<String, Object> of(Class<?> raw, Type[] given, Map<TypeVariable<?>, Type> arguments) {
        Map<String, Object> simple = SIMPLE.get(raw);
        if (simple != null) {
            return simple;
        }
        if (Collection.class.isAssignableFrom(raw)) {
            return Map.of("type", "array", "items", of(given[0], arguments));
        }
        if (Map.class.isAssignableFrom(raw)) {
            return Map.of("type", "object", "additionalProperties", of(given[1], arguments));
        }
        if (!raw.isRecord() && !raw.isEnum()) {
            throw new IllegalStateException(raw + " is nothing of the wire");
        }
        return component(raw, given);
    }

    private Map<String, Object> component(Class<?> raw, Type[] given) {
        String name = name(raw, given);
        if (!components.containsKey(name)) {
            components.put(name, Map.of()); // it may have itself in it
            components.put(name, raw.isEnum() ? words(raw) : object(raw, given));
        }
        return Schemas.ref(name);
    }

    private static Map<String, Object> words(Class<?> raw) {
        return Map.of(
                "type",
                "string",
                "enum",
                Arrays.stream(raw.getEnumConstants()).map(Object::toString).toList());
    }

    /** A list of tenants is TenantItems. */
    private static String name(Class<?> raw, Type[] given) {
        StringBuilder name = new StringBuilder();
        for (Type argument : given) {
            name.append(((Class<?>) argument).getSimpleName());
        }
        Class<?> outer = raw.getEnclosingClass();
        return name.append(outer == null ? "" : outer.getSimpleName())
                .append(raw.getSimpleName())
                .toString();
    }

    private Map<String, Object> object(Class<?> raw, Type[] given) {
        Map<TypeVariable<?>, Type> arguments = new LinkedHashMap<>();
        for (int i = 0; i < given.length; i++) {
            arguments.put(raw.getTypeParameters()[i], given[i]);
        }
        Map<String, Object> properties = new LinkedHashMap<>();
        List<String> required = new ArrayList<>();
        for (RecordComponent component : raw.getRecordComponents()) {
            String name = property(component);
            properties.put(name, of(component.getGenericType(), arguments));
            if (!isNullable(component.getAnnotatedType())) {
                required.add(name);
            }
        }
        return Schemas.object(properties, required);
    }

    private static String property(RecordComponent component) {
        JsonProperty other = component.getAccessor().getAnnotation(JsonProperty.class);
        return other == null ? component.getName() : other.value();
    }

    private static boolean isNullable(AnnotatedType type) {
        return type.isAnnotationPresent(Nullable.class);
    }
}
