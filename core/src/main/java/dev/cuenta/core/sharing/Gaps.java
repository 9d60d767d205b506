package dev.cuenta.core.sharing;

import dev.cuenta.core.sharing.Contract.Promise;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Holds a contract that a service's team keeps against the one that the live model gives. */
public final class Gaps {
    private static final Set<String> UPPER = Set.of("maxLength", "maximum", "maxItems");
    private static final Set<String> LOWER = Set.of("minLength", "minimum", "minItems");
    private static final Set<String> SAME = Set.of("type", "format", "pattern");

    private final List<Gap> gaps = new ArrayList<>();

    private Gaps() {}

    /** What is missing; empty where the service finds everything that it needs. */
    public static List<Gap> between(Contract needed, Contract given) {
        Gaps found = new Gaps();
        found.fields("reads", needed.reads(), given.reads());
        found.fields("writes", needed.writes(), given.writes());
        found.names("attributes", needed.attributes(), given.attributes());
        found.names("asks", needed.asks(), given.asks());
        needed.dependents().forEach((sort, action) -> {
            if (!action.equals(given.dependents().get(sort))) {
                found.add(
                        "/dependents/" + sort,
                        "Records of the sort `" + sort + "` are "
                                + Optional.ofNullable(given.dependents().get(sort))
                                        .map(now -> "handled by " + now)
                                        .orElse("not known")
                                + " now.");
            }
        });
        found.gaps.addAll(named(needed).differences(named(given)));
        return List.copyOf(found.gaps);
    }

    /** What of a contract's names is promised nowhere else in it. */
    private static Vocabulary named(Contract contract) {
        return new Vocabulary(contract.roles(), contract.kinds(), Set.of(), Map.of());
    }

    private void names(String list, Collection<String> needed, Collection<String> given) {
        needed.stream()
                .filter(name -> !given.contains(name))
                .sorted()
                .forEach(name -> add("/" + list + "/" + name, "`" + name + "` is not in the contract any more."));
    }

    private void fields(String list, Map<String, Promise> needed, Map<String, Promise> given) {
        boolean read = list.equals("reads");
        needed.forEach((name, promise) -> {
            Promise now = given.get(name);
            String pointer = "/" + list + "/" + name;
            if (now == null) {
                add(pointer, "`" + name + "` may not be " + (read ? "read" : "written") + " any more, or is gone.");
            } else if (!now.type().equals(promise.type())) {
                add(pointer + "/type", "`" + name + "` is " + now.type() + " now, and was " + promise.type() + ".");
            } else {
                Promise narrow = read ? now : promise;
                Promise wide = read ? promise : now;
                compare(pointer + "/schema", name, narrow.schema(), wide.schema(), read);
                if (read && promise.always() && !now.always()) {
                    add(pointer + "/always", "`" + name + "` may be missing now.");
                }
                if (!read && now.always() && !promise.always()) {
                    add(pointer + "/always", "`" + name + "` may not be taken away any more.");
                }
            }
        });
    }

    /** Whoever reads must get no value that it does not expect; whoever writes must be let write all that it did. */
    private void compare(
            String pointer, String name, Map<String, Object> narrow, Map<String, Object> wide, boolean read) {
        for (Map.Entry<String, Object> rule : wide.entrySet()) {
            if (!keeps(rule.getKey(), narrow.get(rule.getKey()), rule.getValue())) {
                add(
                        pointer + "/" + rule.getKey(),
                        "`" + name + "` " + (read ? "may have values that were not promised: `" : "takes less: `")
                                + rule.getKey() + "` is "
                                + (read ? narrow.get(rule.getKey()) : rule.getValue()) + " now, and was "
                                + (read ? rule.getValue() : narrow.get(rule.getKey())) + ".");
            }
        }
    }

    private static boolean keeps(String rule, @Nullable Object narrow, Object wide) {
        if (UPPER.contains(rule) || LOWER.contains(rule)) {
            if (narrow == null) {
                return false;
            }
            int compared = new BigDecimal(narrow.toString()).compareTo(new BigDecimal(wide.toString()));
            return UPPER.contains(rule) ? compared <= 0 : compared >= 0;
        }
        if (rule.equals("enum")) {
            return narrow instanceof Collection<?> options
                    && wide instanceof Collection<?> all
                    && all.containsAll(options);
        }
        return !SAME.contains(rule) || Objects.equals(narrow, wide);
    }

    private void add(String pointer, String detail) {
        gaps.add(new Gap(pointer, detail));
    }
}
