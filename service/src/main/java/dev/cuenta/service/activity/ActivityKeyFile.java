package dev.cuenta.service.activity;

import dev.cuenta.service.Settings;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;

/** The keys of the chain, in a file beside that of secret values. Which of them count the chain itself knows. */
@Component
@Qualifier("activity")
final class ActivityKeyFile implements SecretKeys {
    private final KeyFile file;

    ActivityKeyFile(Settings settings) {
        file = new KeyFile(settings.secretKeyFile().resolveSibling("activity-keys"), "keys of activity", keys -> {});
    }

    @Override
    public SecretKey current() {
        return file.current();
    }

    @Override
    public Optional<SecretKey> find(String id) {
        return file.find(id);
    }

    @Override
    public List<SecretKey> all() {
        return file.all();
    }
}
