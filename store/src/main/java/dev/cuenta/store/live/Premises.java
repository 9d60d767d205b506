package dev.cuenta.store.live;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What something that is remembered rests on: the questions that were asked to find it out, with their answers. They are asked again
 * beside the question that the remembered is used for, in the same round trip; where one is answered otherwise, it holds no more. So nothing
 * has to be told to anybody when what it rests on changes, on this instance or another.
 */
public final class Premises {
    /** They hold no more, so that what rests on them must be found out anew; nothing was changed. */
    public static final class Fallen extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private Fallen() {
            super("What is remembered holds no more", null, false, false);
        }
    }

    /**
     * A question.
     *
     * @param answer as PostgreSQL writes the row; null for none
     */
    private record Premise(
            String sql, List<Object> parameters, @Nullable String answer) {}

    private final List<Premise> all;
    private boolean asked;
    private boolean held = true;

    /** To be noted while something is found out. */
    public Premises() {
        this(new ArrayList<>());
    }

    private Premises(List<Premise> all) {
        this.all = all;
    }

    /** The same questions, not asked again yet. */
    public Premises open() {
        return new Premises(List.copyOf(all));
    }

    /** Whether all were asked again, and answered as before. */
    public boolean hold() {
        return (asked || all.isEmpty()) && held;
    }

    void note(String sql, List<Object> parameters, @Nullable String answer) {
        all.add(new Premise(sql, parameters, answer));
    }

    /** A transaction relies on nothing that another one asked. */
    void forget() {
        asked = false;
        held = true;
    }

    boolean areOpen() {
        return !asked && !all.isEmpty();
    }

    /** One statement that asks them all, in columns of text. */
    Work.Question question() {
        String columns = all.stream()
                .map(premise -> "(select cast(premise as text) from (" + premise.sql() + ") premise)")
                .collect(Collectors.joining(", "));
        return new Work.Question(
                "select " + columns,
                all.stream().flatMap(premise -> premise.parameters().stream()).toList());
    }

    void answered(List<@Nullable String> answers) {
        asked = true;
        for (int i = 0; i < all.size(); i++) {
            held &= Objects.equals(all.get(i).answer(), answers.get(i));
        }
    }

    /** @throws Fallen unless all hold */
    void require() {
        if (!hold()) {
            throw new Fallen();
        }
    }
}
