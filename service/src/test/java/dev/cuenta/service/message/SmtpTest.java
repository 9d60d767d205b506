package dev.cuenta.service.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.Settings;
import jakarta.mail.MessagingException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a server is told to whom a mail goes: its envelope, byte for byte. */
class SmtpTest {
    private static final Letter LETTER = new Letter("Un saludo", "Hola, Inés.\n");

    private final List<String> heard = new CopyOnWriteArrayList<>();
    private ServerSocket server;
    private volatile boolean unicode;
    private volatile boolean drips;

    @BeforeEach
    void open() throws IOException {
        server = new ServerSocket(0, 10, InetAddress.getLoopbackAddress());
        Thread thread = new Thread(this::serve);
        thread.setDaemon(true);
        thread.start();
    }

    @AfterEach
    void close() throws IOException {
        server.close();
    }

    private Smtp smtp(Duration whole) {
        return smtp("smtp", whole);
    }

    private Smtp smtp(String scheme, Duration whole) {
        return new Smtp(
                new Settings.Mail(
                        URI.create(scheme + "://127.0.0.1:" + server.getLocalPort()),
                        "harbour@marea.example",
                        null,
                        null),
                new BoundedSockets(whole),
                InstantSource.system());
    }

    @ParameterizedTest
    @CsvSource({
        "ines@marea.example, ines@marea.example",
        "k06712@ℹslaverde.example, k06712@islaverde.example",
        "ines@straße.example, ines@xn--strae-oqa.example",
        "x@почта.example, x@xn--80a1acny.example"
    })
    void a_domain_of_any_script_goes_to_every_server(String address, String sent) throws MessagingException {
        smtp(Duration.ofSeconds(30)).send(address, LETTER);

        assertThat(heard).anyMatch(line -> line.startsWith("RCPT TO:<" + sent + ">"));
        assertThat(heard).anyMatch(line -> line.startsWith("MAIL FROM:<harbour@marea.example>"));
        assertThat(heard).noneMatch(line -> line.contains("SMTPUTF8"));
    }

    @Test
    void a_local_part_of_any_script_goes_to_a_server_that_takes_it() throws MessagingException {
        unicode = true;
        smtp(Duration.ofSeconds(30)).send("аида@почта.example", LETTER);

        assertThat(heard).contains("RCPT TO:<аида@xn--80a1acny.example>");
        assertThat(heard).anyMatch(line -> line.startsWith("MAIL FROM:") && line.contains("SMTPUTF8"));
    }

    @Test
    void a_local_part_of_any_script_goes_to_no_other_server() {
        assertThat(catchThrowable(() -> smtp(Duration.ofSeconds(30)).send("аида@post.example", LETTER)))
                .isInstanceOf(MessagingException.class);
        assertThat(heard).isNotEmpty().noneMatch(line -> line.startsWith("RCPT"));
    }

    @Test
    void a_server_that_drips_is_left() {
        drips = true;
        assertThat(catchThrowable(() -> smtp(Duration.ofSeconds(2)).send("ines@marea.example", LETTER)))
                .isInstanceOf(MessagingException.class);
        assertThat(heard).isEmpty();
    }

    @Test
    void tls_comes_first_where_the_address_says_so() {
        assertThat(catchThrowable(() -> smtp("smtps", Duration.ofSeconds(2)).send("ines@marea.example", LETTER)))
                .isInstanceOf(MessagingException.class);
        Await.until(
                "what a client of TLS says first was heard",
                () -> heard.stream().anyMatch(SmtpTest::isHandshake));
        assertThat(heard).noneMatch(line -> line.startsWith("EHLO"));
    }

    /** A record of that kind, in the versions of TLS that there are (RFC 8446, section 5.1). */
    private static boolean isHandshake(String line) {
        return line.startsWith("\u0016\u0003");
    }

    private void serve() {
        while (!server.isClosed()) {
            try (Socket socket = server.accept()) {
                talk(socket);
            } catch (InterruptedException left) {
                Thread.currentThread().interrupt();
                return;
            } catch (IOException left) {
                // The next one comes on a new connection.
            }
        }
    }

    private void talk(Socket socket) throws IOException, InterruptedException {
        OutputStream out = socket.getOutputStream();
        while (drips) {
            say(out, "220-Wait");
            Thread.sleep(200);
        }
        say(out, "220 harbour");
        BufferedReader in = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
        boolean text = false;
        for (String line = in.readLine(); line != null; line = in.readLine()) {
            if (text) {
                text = !line.equals(".");
                if (!text) {
                    say(out, "250 Taken");
                }
                continue;
            }
            heard.add(line);
            if (line.startsWith("EHLO")) {
                say(out, unicode ? "250-8BITMIME\r\n250 SMTPUTF8" : "250 8BITMIME");
            } else if (line.equals("DATA")) {
                text = true;
                say(out, "354 Go on");
            } else {
                say(out, line.equals("QUIT") ? "221 Bye" : "250 Good");
            }
        }
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }
}
