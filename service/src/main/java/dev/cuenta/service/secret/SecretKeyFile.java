package dev.cuenta.service.secret;

import dev.cuenta.service.Settings;
import dev.cuenta.service.key.CheckedKeys;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.service.key.KnownInDatabase;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The keys of secret values, in a file; only such as the database knows. */
@Component
final class SecretKeyFile implements SecretKeys, CheckedKeys {
    private final KeyFile file;

    SecretKeyFile(Settings settings, KnownKeys known) {
        this.file = new KeyFile(settings.secretKeyFile(), "keys of secret values", new KnownInDatabase(known));
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

    @Override
    public void check() {
        file.check();
    }

    /** Of the keys that lie in the file, whether they belong here or not. */
    Set<String> ids() {
        return file.ids();
    }

    boolean present() {
        return file.present();
    }

    SecretKey add() {
        return file.add();
    }
}
