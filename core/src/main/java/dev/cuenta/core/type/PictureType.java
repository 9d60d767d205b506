package dev.cuenta.core.type;

import java.util.Set;

/** What the types share whose values are shown as pictures: a text stands for each, and nobody writes it in a body. */
abstract class PictureType extends FieldType {
    PictureType(String name) {
        super(name);
    }

    @Override
    public final boolean isPicture() {
        return true;
    }

    @Override
    public final Column column(Limits limits) {
        return Column.of(Column.Kind.TEXT);
    }

    @Override
    public final Set<Comparison> comparisons() {
        return Set.of();
    }

    @Override
    public final FormControl control() {
        return FormControl.PICTURE;
    }

    /** None: a picture is not part of a body. */
    @Override
    public final Object sample(String fieldName, Limits limits, Words words) {
        return "";
    }
}
