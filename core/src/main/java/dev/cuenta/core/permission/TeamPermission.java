package dev.cuenta.core.permission;

/** What the team's own services ask about; Cuenta itself never does. It means what they take it for, everywhere or within a tenant. */
public record TeamPermission(String word) implements Permission {
    public TeamPermission {
        if (CuentaPermission.find(word).isPresent()) {
            throw new IllegalArgumentException(word + " is one of Cuenta's own permissions");
        }
    }

    @Override
    public boolean withinTenant() {
        return true;
    }

    @Override
    public String toString() {
        return word;
    }
}
