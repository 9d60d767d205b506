package dev.cuenta.store.live;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What something that is remembered rests on: the questions that were asked to find it out, with their answers. They are asked again
 * beside the question that the remembered is used for, in the same round trip; where one is answered otherwise, it holds no more. So nothing
 * has to be told to anybody when what it rests on changes, on this instance or another.
 */
public final class Premises {
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

    boolean areOpen() {
        return !asked && !all.isEmpty();
    }

    /** One statement that asks them all, in columns of text. */
    String statement() {
        return "select "
                + String.join(
                        ", ",
                        all.stream()
                                .map(premise -> "(select cast(premise as text) from (" + premise.sql() + ") premise)")
                                .toList());
    }

    Stream<Object> parameters() {
        return all.stream().flatMap(premise -> premise.parameters().stream());
    }

    void answered(List<@Nullable String> answers) {
        asked = true;
        for (int i = 0; i < all.size(); i++) {
            held &= Objects.equals(all.get(i).answer(), answers.get(i));
        }
    }
}
