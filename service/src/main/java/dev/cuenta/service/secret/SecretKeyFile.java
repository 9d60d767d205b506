package dev.cuenta.service.secret;

import dev.cuenta.service.Settings;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The keys of secret values, in a file; only such as the database knows. */
@Component
final class SecretKeyFile implements SecretKeys {
    private final KeyFile file;

    SecretKeyFile(Settings settings, KnownKeys known) {
        this.file = new KeyFile(settings.secretKeyFile(), "keys of secret values", known::acknowledge);
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

    boolean present() {
        return file.present();
    }

    SecretKey add() {
        return file.add();
    }
}
