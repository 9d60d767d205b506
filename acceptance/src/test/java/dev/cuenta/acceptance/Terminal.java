package dev.cuenta.acceptance;

import dev.cuenta.cli.Cuenta;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import picocli.CommandLine;

/** Where somebody works, with settings of their own. Commands run in the process of the tests, as its {@code main} would run them. */
record Terminal(Path config) {
    Output cuenta(String... arguments) {
        return cuentaWith("", arguments);
    }

    /** What is typed comes on standard input. */
    Output cuentaWith(String typed, String... arguments) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        CommandLine command = Cuenta.commandLine(Map.of("CUENTA_CONFIG", config.toString()), arguments)
                .setOut(new PrintWriter(out))
                .setErr(new PrintWriter(err));
        InputStream before = System.in;
        System.setIn(new ByteArrayInputStream(typed.getBytes(StandardCharsets.UTF_8)));
        try {
            return new Output(command.execute(arguments), out.toString(), err.toString());
        } finally {
            System.setIn(before);
        }
    }
}
