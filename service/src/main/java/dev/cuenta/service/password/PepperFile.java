package dev.cuenta.service.password;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.store.secret.SecretKey;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Peppers in a file, where the installation names one. */
@Component
public final class PepperFile implements Peppers {
    private final @Nullable KeyFile file;

    PepperFile(Settings settings) {
        this.file = settings.pepperFile() == null
                ? null
                : new KeyFile(settings.pepperFile(), "peppers of passwords", keys -> {});
    }

    @Override
    public Optional<SecretKey> current() {
        return Optional.ofNullable(file).map(KeyFile::current);
    }

    @Override
    public Optional<SecretKey> find(String id) {
        return Optional.ofNullable(file).flatMap(keys -> keys.find(id));
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
