package dev.cuenta.cli.adoption;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.publish.Revision;
import java.util.Map;
import java.util.Objects;

/** What the service declares an account to be. */
public final class LiveModel {
    private LiveModel() {}

    /**
     * As this program reads it.
     *
     * @throws Problem CONFLICT where nothing is published yet, or this program is too old for what is
     */
    public static AccountModel of(CuentaClient client) {
        String source = Objects.requireNonNull(
                client.get("/v1/model", Map.of(), Revision.class).source());
        return ModelFile.read("account-model.yaml", source)
                .model()
                .orElseThrow(() -> Problem.of(
                        ProblemKind.CONFLICT,
                        "The live model cannot be read by this program. Is it older than the service?"));
    }
}
