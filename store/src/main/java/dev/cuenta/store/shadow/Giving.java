package dev.cuenta.store.shadow;

import dev.cuenta.core.access.ComputedValues;
import dev.cuenta.core.model.Field;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * A profile that all accounts of a kind get, with the values that move there, and with what its fields say for existing records.
 *
 * @param fields those of the profile that are stored
 * @param noting around the work; see {@link BackfillMarks#noting}
 */
public record Giving(
        String profile,
        String kind,
        List<Field> fields,
        Sources sources,
        ComputedValues values,
        UnaryOperator<String> noting) {}
