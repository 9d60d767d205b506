package dev.cuenta.service.openapi;

import io.swagger.v3.oas.annotations.Operation;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;

/** What controllers answer, as their annotations say. */
final class Operations {
    private Operations() {}

    /** By address and method. */
    static List<ServedOperation> of(Collection<Class<?>> controllers) {
        List<ServedOperation> all = new ArrayList<>();
        for (Class<?> controller : controllers) {
            for (String prefix : paths(AnnotatedElementUtils.findMergedAnnotation(controller, RequestMapping.class))) {
                Arrays.stream(controller.getDeclaredMethods())
                        .filter(method -> method.isAnnotationPresent(Operation.class))
                        .forEach(method -> all.addAll(of(prefix, method)));
            }
        }
        all.sort(Comparator.comparing(ServedOperation::path).thenComparing(ServedOperation::verb));
        return all;
    }

    private static List<ServedOperation> of(String prefix, Method method) {
        RequestMapping mapping = AnnotatedElementUtils.findMergedAnnotation(method, RequestMapping.class);
        if (mapping == null) {
            throw new IllegalStateException(method + " says what it does, but not at which address");
        }
        List<ServedOperation> all = new ArrayList<>();
        for (String path : paths(mapping)) {
            for (RequestMethod verb : mapping.method()) {
                all.add(new ServedOperation(prefix + path, verb, method));
            }
        }
        return all;
    }

    private static List<String> paths(@Nullable RequestMapping mapping) {
        return mapping == null || mapping.path().length == 0 ? List.of("") : List.of(mapping.path());
    }
}
