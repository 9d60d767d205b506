package dev.cuenta.acceptance;

import dev.cuenta.service.testing.RunningService;
import dev.cuenta.service.testing.ServiceInProcess;
import dev.cuenta.service.testing.ServiceProgram;
import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A running service, with a terminal at which its installation key is. */
final class Installation extends RunningService {
    private final Terminal terminal;

    private Installation(Cluster cluster, Origin origin, ServiceProgram program) {
        super(cluster, origin, program);
        terminal = terminal("cuenta", "key-file=" + keyFile() + "\n");
    }

    private Installation(Installation first, ServiceProgram program) {
        super(first, program);
        terminal = terminal("cuenta", "key-file=" + keyFile() + "\n");
    }

    /** Nothing published yet. */
    public static Installation empty() {
        return new Installation(Cluster.shared(), Origin.nothing(), new ServiceInProcess());
    }

    /** With the demo's model, seed and operator. */
    public static Installation marea() {
        return new Installation(Cluster.shared(), Origin.marea(), new ServiceInProcess());
    }

    /** With the demo's records and its model to the letter. */
    static Installation mareaToTheLetter() {
        return new Installation(Cluster.shared(), Origin.mareaToTheLetter(), new ServiceInProcess());
    }

    /** Nothing published yet; the packaged program runs, as a process that can be killed. */
    static Installation process() {
        return new Installation(Cluster.shared(), Origin.nothing(), new ServiceProcess());
    }

    /** Nothing published yet; on a cluster of its own, which may crash. */
    static Installation on(Cluster cluster) {
        return new Installation(cluster, Origin.noTables(), new ServiceInProcess());
    }

    /** The packaged program, on a cluster of its own. */
    static Installation processOn(Cluster cluster) {
        return new Installation(cluster, Origin.noTables(), new ServiceProcess());
    }

    /** The packaged program with the demo's records and its model to the letter. */
    static Installation mareaProcess() {
        return new Installation(Cluster.shared(), Origin.mareaToTheLetter(), new ServiceProcess());
    }

    /** From a dump in PostgreSQL's own format, and the files with the keys of where it was made. */
    static Installation restored(Cluster cluster, Path dump, List<Path> keyFiles) {
        String database = Cluster.name();
        cluster.create(database, "template1");
        Output.of(
                        List.of("bash", "-c", "pg_restore --exit-on-error " + cluster.arguments(database) + " " + dump),
                        Map.of())
                .succeeds();
        return new Installation(cluster, Origin.of(database, keyFiles), new ServiceInProcess());
    }

    @Override
    public Installation second() {
        return new Installation(this, new ServiceInProcess());
    }

    /** What the packaged program says that is started on this database with these settings, and is killed when it is ready. */
    Output startedWith(Map<String, String> settings) {
        Map<String, String> all = new HashMap<>(Map.of(
                "CUENTA_PORT", String.valueOf(freePort()),
                "CUENTA_DATABASE_URL", jdbc(),
                "CUENTA_KEY_FILE", folder().resolve("another-key").toString(),
                "CUENTA_SECRET_KEY_FILE", secretKeys().toString()));
        all.putAll(settings);
        return ServiceProcess.started(all);
    }

    Output cuenta(String... arguments) {
        return terminal.cuenta(arguments);
    }

    Output cuentaWith(String typed, String... arguments) {
        return terminal.cuentaWith(typed, arguments);
    }

    /** Where somebody works who has no key: their session is kept in settings of their own. */
    Terminal terminal(String person) {
        return terminal(person, "");
    }

    private Terminal terminal(String name, String settings) {
        try {
            Path config = folder().resolve(name + ".properties");
            return new Terminal(Files.writeString(config, "url=" + url() + "\n" + settings));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** A line of shell, with the packaged terminal client, and this installation's settings at hand. */
    Output shell(String line) {
        return Output.of(
                List.of("bash", "-c", line),
                Map.of(
                        "CUENTA_CONFIG",
                        terminal.config().toString(),
                        "URL",
                        url().toString(),
                        "PSQL",
                        "psql " + psqlArguments()));
    }
}
