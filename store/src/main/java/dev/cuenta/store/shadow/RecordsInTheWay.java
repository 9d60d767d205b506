package dev.cuenta.store.shadow;

import dev.cuenta.core.model.Field;

/** Records keep a rule of a field from being put. Somebody can change them; nothing that is stored stands in the message. */
public final class RecordsInTheWay extends RuntimeException {
    private static final long serialVersionUID = 1;

    private final transient Field field;
    private final String constraint;

    public RecordsInTheWay(Field field, String constraint) {
        super("records break " + constraint, null, false, false);
        this.field = field;
        this.constraint = constraint;
    }

    public Field field() {
        return field;
    }

    /** As the rule is called in the database. */
    public String constraint() {
        return constraint;
    }
}
