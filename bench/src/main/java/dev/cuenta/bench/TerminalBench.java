package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.lang.ProcessBuilder.Redirect;
import java.util.Arrays;
import java.util.List;

/** How long commands of the terminal client take as whole processes, beside a JVM that does nothing. */
public final class TerminalBench {
    private static final PrintStream OUT = System.out;
    private static final int RUNS = 20;
    private static final List<String> COMMANDS = List.of(
            "java -version",
            "./cuenta --version",
            "./cuenta --help",
            "./cuenta accounts show noor.haddad@marea.example",
            "./cuenta accounts list",
            "./cuenta model check marea/account-model.yaml");

    private TerminalBench() {}

    /** Arguments: the service's address, and its process. */
    public static void main(String[] arguments) throws Exception {
        OUT.printf("%n| | median of %d |%n|---|---|%n", RUNS);
        for (String command : COMMANDS) {
            double[] seconds = new double[RUNS];
            for (int i = 0; i < RUNS; i++) {
                seconds[i] = run(command, arguments[0]);
            }
            Arrays.sort(seconds);
            OUT.printf("| `%s` | %.2f s |%n", command, seconds[RUNS / 2]);
        }
    }

    private static double run(String command, String url) throws IOException, InterruptedException {
        ProcessBuilder process = new ProcessBuilder(command.split(" "))
                .redirectOutput(Redirect.DISCARD)
                .redirectError(Redirect.DISCARD);
        process.environment().put("CUENTA_URL", url);
        long begun = System.nanoTime();
        if (process.start().waitFor() != 0) {
            throw new IllegalStateException(command + " failed");
        }
        return (System.nanoTime() - begun) / 1e9;
    }
}
