package dev.cuenta.core.revision;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Models that are not equal never compare as if they were, and equal ones always do: for every component of every record of the model. */
class TotalDiffTest {
    /** Keys of what they stand in: another name is another thing, which goes and comes. */
    private static final Set<String> KEYS = Set.of("name", "path", "profile");

    private record Mutant(String where, String component, String subject, Object value) {}

    private final Map<String, Set<Object>> pool = new HashMap<>();

    private static List<AccountModel> models() throws IOException {
        return List.of(
                Models.of(Models.SMALL),
                Models.of(Models.source("account-model.yaml")),
                Models.of(Models.source("summer.account-model.yaml")),
                Models.of(Files.readString(Models.root().resolve("store/src/test/resources/every-construct.yaml"))));
    }

    @Test
    void a_model_that_is_read_again_is_no_change() throws IOException {
        List<AccountModel> first = models();
        List<AccountModel> again = models();
        for (int i = 0; i < first.size(); i++) {
            assertThat(first.get(i)).isEqualTo(again.get(i));
            assertThat(ModelDiff.between(1, first.get(i), again.get(i), new Hundred())
                            .changes())
                    .isEmpty();
        }
    }

    @Test
    void whatever_changes_is_named() throws IOException {
        List<AccountModel> models = models();
        models.forEach(this::gather);
        List<String> unseen = new ArrayList<>();
        Set<String> tried = new TreeSet<>();
        for (AccountModel model : List.of(models.get(1), models.get(models.size() - 1))) {
            for (Mutant mutant : mutants(model, "", "")) {
                AccountModel next = (AccountModel) mutant.value();
                if (next.equals(model)) {
                    continue;
                }
                tried.add(mutant.component());
                Diff there = ModelDiff.between(1, model, next, new Hundred());
                Diff back = ModelDiff.between(1, next, model, new Hundred());
                if (!names(there, mutant.subject()) || !names(back, mutant.subject())) {
                    unseen.add(mutant.where() + ": " + there.changes() + " / " + back.changes());
                }
            }
        }

        assertThat(unseen).isEmpty();
        assertThat(components(AccountModel.class))
                .as(
                        "each part of a model is tried: every-construct.yaml has a value for it that another file does not have")
                .isSubsetOf(tried);
    }

    /** Of a record of the model and of the records in it, however deep: all that a model could differ in. */
    private static Set<String> components(Class<?> record) {
        Set<String> components = new TreeSet<>();
        for (RecordComponent component : record.getRecordComponents()) {
            if (isKey(component)) {
                continue;
            }
            if (!isMap(component)) {
                components.add(key(component));
            }
            modelRecords(component.getGenericType()).forEach(inner -> components.addAll(components(inner)));
        }
        return components;
    }

    private static boolean isKey(RecordComponent component) {
        return KEYS.contains(component.getName()) && component.getDeclaringRecord() != AccountModel.class;
    }

    private static Stream<Class<?>> modelRecords(Type type) {
        if (type instanceof ParameterizedType generic) {
            return Arrays.stream(generic.getActualTypeArguments()).flatMap(TotalDiffTest::modelRecords);
        }
        return type instanceof Class<?> one && isOfTheModel(one) ? Stream.of(one) : Stream.empty();
    }

    private static boolean isOfTheModel(Class<?> type) {
        return type.isRecord() && type.getPackage().equals(AccountModel.class.getPackage());
    }

    private static boolean names(Diff diff, String subject) {
        return diff.changes().stream().anyMatch(change -> change.path().contains(subject));
    }

    /** Which values each component has anywhere: another of them takes the place of the one that is there. */
    private void gather(Object value) {
        if (value instanceof Record record) {
            for (RecordComponent component : record.getClass().getRecordComponents()) {
                Object inner = get(component, record);
                if (inner != null) {
                    pool.computeIfAbsent(key(component), name -> new LinkedHashSet<>())
                            .add(inner);
                    gather(inner);
                }
            }
        } else if (value instanceof Map<?, ?> map) {
            map.values().forEach(this::gather);
        }
    }

    private List<Mutant> mutants(Object value, String where, String subject) {
        List<Mutant> mutants = new ArrayList<>();
        if (value instanceof Map<?, ?> map) {
            map.forEach((key, inner) -> {
                String name = String.valueOf(key);
                for (Mutant mutant : mutants(inner, where + "[" + name + "]", name)) {
                    Map<Object, Object> copy = new LinkedHashMap<>(map);
                    copy.put(key, mutant.value());
                    mutants.add(new Mutant(mutant.where(), mutant.component(), mutant.subject(), copy));
                }
            });
        } else if (value instanceof Record record && isOfTheModel(record.getClass())) {
            for (RecordComponent component : record.getClass().getRecordComponents()) {
                if (isKey(component)) {
                    continue;
                }
                String path = where.isEmpty() ? component.getName() : where + "." + component.getName();
                String about = subject.isEmpty() && !isMap(component) ? component.getName() : subject;
                Object inner = get(component, record);
                List<Mutant> of = new ArrayList<>(inner == null ? List.of() : mutants(inner, path, about));
                others(component, inner).forEach(other -> of.add(new Mutant(path, key(component), about, other)));
                if (inner != null && !isMap(component) && isNullable(component)) {
                    of.add(new Mutant(path, key(component), about, NULL));
                }
                of.forEach(mutant -> mutants.add(new Mutant(
                        mutant.where(),
                        mutant.component(),
                        mutant.subject(),
                        with(record, component, mutant.value()))));
            }
        }
        return mutants;
    }

    private static final Object NULL = new Object();

    private static boolean isMap(RecordComponent component) {
        return Map.class.isAssignableFrom(component.getType()) && component.getDeclaringRecord() == AccountModel.class;
    }

    private static boolean isNullable(RecordComponent component) {
        return component.getAnnotatedType().isAnnotationPresent(Nullable.class);
    }

    private List<Object> others(RecordComponent component, @Nullable Object value) {
        if (isMap(component)) {
            return List.of();
        }
        List<Object> others = new ArrayList<>(pool.getOrDefault(key(component), Set.of()).stream()
                .filter(other -> !Objects.equals(other, value))
                .limit(1)
                .toList());
        if (value instanceof Collection<?> some && !some.isEmpty()) {
            others.add(value instanceof Set ? Set.of() : List.of());
        } else if (component.getDeclaringRecord() == AccountModel.class && value instanceof String text) {
            others.add(text + "s");
        } else if (value instanceof Duration length) {
            others.add(length.plusHours(1));
        } else if (value instanceof Boolean flag) {
            others.add(!flag);
        } else if (value instanceof Integer number) {
            others.add(number + 1);
        } else if (value instanceof BigDecimal number) {
            others.add(number.add(BigDecimal.ONE));
        } else if (value instanceof Enum<?> word) {
            Object[] all = word.getDeclaringClass().getEnumConstants();
            others.add(all[(word.ordinal() + 1) % all.length]);
        }
        return others.stream()
                .distinct()
                .filter(other -> !Objects.equals(other, value))
                .toList();
    }

    private static String key(RecordComponent component) {
        return component.getDeclaringRecord().getSimpleName() + "." + component.getName();
    }

    private static @Nullable Object get(RecordComponent component, Record record) {
        try {
            return component.getAccessor().invoke(record);
        } catch (IllegalAccessException | InvocationTargetException impossible) {
            throw new AssertionError(impossible);
        }
    }

    private static Object with(Record record, RecordComponent changed, Object value) {
        RecordComponent[] components = record.getClass().getRecordComponents();
        Object[] values = Arrays.stream(components)
                .map(component -> component.getName().equals(changed.getName())
                        ? (value == NULL ? null : value)
                        : get(component, record))
                .toArray();
        try {
            return record.getClass()
                    .getDeclaredConstructor(Arrays.stream(components)
                            .map(RecordComponent::getType)
                            .toArray(Class<?>[]::new))
                    .newInstance(values);
        } catch (ReflectiveOperationException impossible) {
            throw new AssertionError("with another " + changed.getName(), impossible);
        }
    }
}
