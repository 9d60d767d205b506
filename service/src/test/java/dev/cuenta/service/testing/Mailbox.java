package dev.cuenta.service.testing;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.tools.ToolProvider;

/** The demo's stand-in for a mail server, compiled once: a JVM that compiles it at its start takes five times as long. */
final class Mailbox {
    private static final Path CLASSES = compiled();

    private Mailbox() {}

    /** A process that takes mails on that port, and keeps them there. */
    static Process open(Path mails, int port) throws IOException {
        Process mailbox = new ProcessBuilder(
                        "java",
                        "-XX:TieredStopAtLevel=1",
                        "-cp",
                        CLASSES.toString(),
                        "Mailbox",
                        mails.toString(),
                        String.valueOf(port))
                .inheritIO()
                .start();
        Await.until("the mailbox is open", () -> listens(port));
        return mailbox;
    }

    private static Path compiled() {
        String source = Models.root().resolve("marea/Mailbox.java").toString();
        try {
            Path classes = Files.createTempDirectory("cuenta-mailbox");
            int status = ToolProvider.getSystemJavaCompiler().run(null, null, null, "-d", classes.toString(), source);
            if (status != 0) {
                throw new AssertionError(source + " does not compile");
            }
            return classes;
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    private static boolean listens(int port) {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return socket.isConnected();
        } catch (IOException notYet) {
            return false;
        }
    }
}
