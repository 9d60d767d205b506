package dev.cuenta.store.shadow;

import dev.cuenta.core.access.ComputedValues;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import java.time.InstantSource;
import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/** The fills of one publish whose values are worked out record by record. */
public final class Fills {
    private final Shape shape;
    private final String id;
    private final Function<Field, List<Sources.Place>> places;
    private final ComputedValues values;
    private final Secrets secrets;

    private Fills(
            Shape shape,
            String id,
            Function<Field, List<Sources.Place>> places,
            ComputedValues values,
            Secrets secrets) {
        this.shape = shape;
        this.id = id;
        this.places = places;
        this.values = values;
        this.secrets = secrets;
    }

    /** Where values lie while the revision is being published. */
    public static Fills of(Plan plan, Whereabouts whereabouts, InstantSource clock, Secrets secrets) {
        return new Fills(
                plan.shape(),
                "cast(a." + plan.shape().idColumn() + " as text)",
                whereabouts::places,
                values(plan.shape(), plan.newFields(), clock),
                secrets);
    }

    /**
     * Where values lie before anything of the publish is begun.
     *
     * @param shape of the next model
     * @param live of the present one
     */
    public static Fills before(
            Shape shape,
            Shape live,
            List<Field> arriving,
            Function<Field, List<Sources.Place>> places,
            InstantSource clock,
            Secrets secrets) {
        return new Fills(shape, live.idOf("a.id"), places, values(shape, arriving, clock), secrets);
    }

    private static ComputedValues values(Shape shape, List<Field> arriving, InstantSource clock) {
        return new ComputedValues(
                shape.model(), clock, arriving.stream().map(Field::path).collect(Collectors.toSet()));
    }

    public Filling column(Field field, String column, UnaryOperator<String> noting) {
        return new Filling(field, column, sources(values.needsOfExisting(field)), values, noting);
    }

    public Giving profile(String profile, String kind, UnaryOperator<String> noting) {
        List<Field> fields = shape.model().fieldsOfProfile(profile).stream()
                .filter(Field::stored)
                .toList();
        Needs needs = fields.stream().map(this::needs).reduce(Needs.NOTHING, Needs::and);
        return new Giving(profile, kind, fields, sources(needs), values, noting);
    }

    /** What the field is to have, read from where its value lies, and what it is computed from where it has none. */
    public Filling outlook(Field field) {
        return new Filling(field, Shape.column(field), sources(needs(field)), values, BackfillMarks.NOT_NOTED);
    }

    private Needs needs(Field field) {
        return values.needsOfExisting(field).and(Needs.of(field.path()));
    }

    private Sources sources(Needs needs) {
        return new Sources(shape, id, needs, places, secrets);
    }
}
