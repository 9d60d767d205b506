package dev.cuenta.store.secret;

import dev.cuenta.core.account.Sealed;
import dev.cuenta.core.model.Field;

/** A sealed value as it is stored, with what it takes to open it. */
public final class SealedValue implements Sealed {
    private final Secrets secrets;
    private final Field field;
    private final Object account;
    private final byte[] bytes;

    SealedValue(Secrets secrets, Field field, Object account, byte[] bytes) {
        this.secrets = secrets;
        this.field = field;
        this.account = account;
        this.bytes = bytes.clone();
    }

    @Override
    public Object open() {
        return secrets.open(field, account, bytes);
    }

    public byte[] bytes() {
        return bytes.clone();
    }

    boolean belongsTo(Object other) {
        return account.toString().equals(other.toString());
    }

    /** Neither the value nor what it looks like sealed. */
    @Override
    public String toString() {
        return "sealed";
    }
}
