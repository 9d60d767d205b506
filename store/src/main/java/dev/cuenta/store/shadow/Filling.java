package dev.cuenta.store.shadow;

import dev.cuenta.core.access.ComputedValues;
import dev.cuenta.core.model.Field;
import java.util.function.UnaryOperator;

/**
 * A column that is filled, where it is empty, with what the field's expression gives each record. The field's type judges what the
 * expression gives; what it refuses stays empty.
 *
 * @param column where the field's values lie at the moment
 * @param noting around the work; see {@link BackfillMarks#noting}
 */
public record Filling(
        Field field, String column, Sources sources, ComputedValues values, UnaryOperator<String> noting) {}
