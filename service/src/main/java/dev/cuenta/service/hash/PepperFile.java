package dev.cuenta.service.hash;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.key.CheckedKeys;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.service.key.KnownInDatabase;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.SecretKey;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Peppers in a file, where the installation names one. */
@Component
public final class PepperFile implements Peppers, CheckedKeys {
    private final @Nullable KeyFile file;

    PepperFile(Settings settings, KnownKeys known) {
        this.file = settings.pepperFile() == null
                ? null
                : new KeyFile(settings.pepperFile(), "peppers of passwords", new KnownInDatabase(known.peppers()));
    }

    @Override
    public Optional<SecretKey> current() {
        return Optional.ofNullable(file).map(KeyFile::current);
    }

    @Override
    public Optional<SecretKey> find(String id) {
        return Optional.ofNullable(file).flatMap(keys -> keys.find(id));
    }

    /** Of the peppers that lie in the file, whether they belong here or not. */
    public Set<String> ids() {
        return file == null ? Set.of() : file.ids();
    }

    @Override
    public void check() {
        Optional.ofNullable(file).ifPresent(KeyFile::check);
    }

    /**
     * Makes another one. Hashes get it at the next sign-in of each account; the earlier ones stay in the file for the others.
     *
     * @throws Problem CONFLICT where the installation keeps none
     */
    public SecretKey add() {
        return Optional.ofNullable(file)
                .map(KeyFile::add)
                .orElseThrow(() -> Problem.of(
                        ProblemKind.CONFLICT,
                        "This installation keeps no pepper. Name a file for it: CUENTA_PEPPER_FILE."));
    }
}
