package dev.cuenta.service.key;

import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.SecretKey;
import java.util.List;

/** The database knows which keys something in it was made with, and lets one instance at a time change their file. */
public record KnownInDatabase(KnownKeys known) implements KeyFile.Guard {
    @Override
    public void acknowledge(List<SecretKey> keys) {
        known.acknowledge(keys);
    }

    @Override
    public void alone(Runnable change) {
        known.alone(change);
    }
}
