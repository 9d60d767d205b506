package dev.cuenta.core.revision;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * In which components two records of the model differ. What a difference of its own says of some of them is taken out; the rest is
 * said by their names, so that no component can be added to the model of which a change goes unseen.
 */
final class Components {
    private static final ClassValue<List<Method>> ACCESSORS = new ClassValue<>() {
        @Override
        protected List<Method> computeValue(Class<?> type) {
            return Arrays.stream(type.getRecordComponents())
                    .map(RecordComponent::getAccessor)
                    .peek(accessor -> accessor.setAccessible(true))
                    .toList();
        }
    };

    private final Set<String> differing;

    private Components(Set<String> differing) {
        this.differing = differing;
    }

    /** Of two records of the same class. */
    static Components differing(Record before, Record after) {
        return new Components(ACCESSORS.get(before.getClass()).stream()
                .filter(component -> !Objects.equals(value(component, before), value(component, after)))
                .map(Method::getName)
                .collect(Collectors.toCollection(LinkedHashSet::new)));
    }

    private static Object value(Method component, Record record) {
        try {
            return component.invoke(record);
        } catch (IllegalAccessException | InvocationTargetException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    boolean contains(String component) {
        return differing.contains(component);
    }

    boolean containsAny(String... components) {
        return Arrays.stream(components).anyMatch(differing::contains);
    }

    /** These have been said. */
    void said(String... components) {
        said(Arrays.asList(components));
    }

    void said(Collection<String> components) {
        differing.removeAll(components);
    }

    /** What has not been said, as the model names it. */
    Set<String> left() {
        return Collections.unmodifiableSet(new LinkedHashSet<>(differing));
    }
}
