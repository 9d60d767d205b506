package dev.cuenta.cli;

import dev.cuenta.core.file.ModelFile;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/** Uses the classes that commands use, so that the build can lay them out in a class-data archive. Answers nothing. */
final class WarmUp {
    private static final List<List<String>> COMMANDS = List.of(
            List.of("--help"),
            List.of("accounts", "show", "nobody@marea.example"),
            List.of("accounts", "list", "--filter", "id pr"),
            List.of("accounts", "set", "nobody@marea.example", "email=somebody@marea.example"),
            List.of("model", "history"));

    private WarmUp() {}

    public static void main(String[] arguments) throws IOException {
        ModelFile.read("warm-up.yaml", "cuenta: 1\nname: marea\n");
        try (ServerSocket nobody = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread server = new Thread(() -> answerAll(nobody), "warm-up");
            server.setDaemon(true);
            server.start();
            Map<String, String> environment =
                    Map.of("CUENTA_URL", "http://127.0.0.1:" + nobody.getLocalPort(), "CUENTA_CONFIG", "/nowhere");
            for (List<String> command : COMMANDS) {
                Cuenta.commandLine(environment, command.toArray(String[]::new))
                        .setOut(new PrintWriter(new StringWriter()))
                        .setErr(new PrintWriter(new StringWriter()))
                        .execute(command.toArray(String[]::new));
            }
        }
    }

    private static void answerAll(ServerSocket server) {
        String body = """
                {"id":"1","displayName":"Nobody","kind":"staff","items":[{"id":"1","meta":{"created":"2026-11-23T00:00:00Z"}}],\
                "fields":[{"path":"email","name":"email","type":"email"}],"signIn":["email"],"roles":["boater"]}""";
        String answer =
                "HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nETag: \"1\"\r\nConnection: close\r\nContent-Length: "
                        + body.length() + "\r\n\r\n" + body;
        while (!server.isClosed()) {
            try (Socket socket = server.accept()) {
                int read = socket.getInputStream().read(new byte[8192]);
                if (read > 0) {
                    socket.getOutputStream().write(answer.getBytes(StandardCharsets.UTF_8));
                }
            } catch (IOException closed) {
                return;
            }
        }
    }
}
