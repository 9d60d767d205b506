package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract;
import java.util.Locale;

/** In which language code is written. */
public enum Language {
    TYPESCRIPT,
    JAVA,
    PYTHON,
    SQL;

    /**
     * The names that a contract's service may meet, with the numbers of roles, and the shape of the accounts that it sees: a whole
     * file, the same for the same contract.
     */
    public String write(Contract contract) {
        return code(contract).write();
    }

    private Code code(Contract contract) {
        return switch (this) {
            case TYPESCRIPT -> new TypeScript(contract);
            case JAVA -> new Java(contract);
            case PYTHON -> new Python(contract);
            case SQL -> new Sql(contract);
        };
    }

    /** As the terminal spells it. */
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
