import com.sun.net.httpserver.HttpServer;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;

/**
 * A stand-in for a mail server, for the demo and the tests: takes every mail on loopback (SMTP, RFC 5321), and every text message
 * that is posted to the page, keeps each as a file, and shows them. It sends nothing on.
 */
public final class Mailbox {
    private final Path folder;

    private Mailbox(Path folder) {
        this.folder = folder;
    }

    /** Arguments: the folder, the port for mails, and the port of the page if there is to be one. */
    public static void main(String[] arguments) throws IOException {
        Mailbox mailbox = new Mailbox(Files.createDirectories(Path.of(arguments[0])));
        if (arguments.length > 2) {
            mailbox.show(Integer.parseInt(arguments[2]));
        }
        try (ServerSocket server = new ServerSocket(
                Integer.parseInt(arguments[1]), 0, InetAddress.getLoopbackAddress())) {
            while (true) {
                Socket socket = server.accept();
                new Thread(() -> mailbox.serve(socket)).start();
            }
        }
    }

    private void serve(Socket socket) {
        try (socket;
                BufferedReader in =
                        new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
                PrintStream out = new PrintStream(socket.getOutputStream(), true, StandardCharsets.UTF_8)) {
            say(out, "220 mailbox");
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                answer(line.toUpperCase(), in, out);
            }
        } catch (IOException gone) {
            System.err.println("Somebody hung up: " + gone.getMessage());
        }
    }

    private void answer(String line, BufferedReader in, PrintStream out) throws IOException {
        if (line.startsWith("EHLO")) {
            say(out, "250-mailbox");
            say(out, "250 8BITMIME");
        } else if (line.startsWith("DATA")) {
            say(out, "354 go on, and end with a dot");
            keep(mail(in));
            say(out, "250 kept");
        } else {
            say(out, line.startsWith("QUIT") ? "221 bye" : "250 fine");
        }
    }

    private static void say(PrintStream out, String line) {
        out.print(line + "\r\n");
        out.flush();
    }

    private static List<String> mail(BufferedReader in) throws IOException {
        List<String> lines = new ArrayList<>();
        for (String line = in.readLine(); line != null && !line.equals("."); line = in.readLine()) {
            lines.add(line.startsWith("..") ? line.substring(1) : line);
        }
        return lines;
    }

    private synchronized void keep(List<String> lines) throws IOException {
        Path made = Files.createTempFile(folder, "", ".part");
        Files.write(made, lines);
        Files.move(made, folder.resolve(String.format("%05d.eml", mails().size() + 1)));
    }

    private List<Path> mails() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return new ArrayList<>(
                    files.filter(file -> file.toString().endsWith(".eml")).sorted().toList());
        }
    }

    private void show(int port) throws IOException {
        HttpServer page = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        page.createContext("/texts", exchange -> {
            keep(new BufferedReader(new InputStreamReader(exchange.getRequestBody(), StandardCharsets.UTF_8))
                    .lines()
                    .toList());
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        page.createContext("/", exchange -> {
            byte[] body = page().getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        page.start();
    }

    /** Newest first. */
    private String page() throws IOException {
        StringBuilder html = new StringBuilder(
                "<!doctype html><title>Mailbox</title><meta name=viewport content='width=device-width'>"
                        + "<style>body{font:15px/1.5 system-ui;max-width:46rem;margin:2rem auto;padding:0 1rem}"
                        + "pre{white-space:pre-wrap;overflow-wrap:anywhere;border:1px solid #ccc;border-radius:6px;padding:1rem}</style>"
                        + "<h1>Mailbox</h1>");
        List<Path> mails = mails();
        Collections.reverse(mails);
        for (Path mail : mails) {
            String text = Files.readString(mail).replace("&", "&amp;").replace("<", "&lt;");
            html.append("<pre>")
                    .append(text.replaceAll("(https?://\\S+)", "<a href=\"$1\">$1</a>"))
                    .append("</pre>");
        }
        return html.append(mails.isEmpty() ? "<p>No mail yet." : "").toString();
    }
}
