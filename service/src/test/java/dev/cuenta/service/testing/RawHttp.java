package dev.cuenta.service.testing;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** A connection on which anything can be said, as no client would say it. */
public final class RawHttp implements AutoCloseable {
    private static final int PATIENCE_MILLIS = 20_000;

    private final Socket socket;

    public RawHttp(URI service) {
        this(service, service.getHost());
    }

    /** @param from an address of this machine, such as another one of its loopback's */
    public RawHttp(URI service, String from) {
        try {
            socket = new Socket(service.getHost(), service.getPort(), InetAddress.getByName(from), 0);
            socket.setSoTimeout(PATIENCE_MILLIS);
            socket.setTcpNoDelay(true);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** Says it all on a connection of its own, and gives back the answer. */
    public static String ask(URI service, String request) {
        try (RawHttp connection = new RawHttp(service)) {
            connection.say(request);
            return connection.answer();
        }
    }

    /** As ISO 8859-1: each character is the byte of its number. */
    public void say(String text) {
        try {
            socket.getOutputStream().write(text.getBytes(StandardCharsets.ISO_8859_1));
            socket.getOutputStream().flush();
        } catch (IOException closed) {
            // What was said before is what the answer is about.
        }
    }

    /** The head and as much of the body as it announces; empty when the connection ends without an answer. */
    public String answer() {
        ByteArrayOutputStream answer = new ByteArrayOutputStream();
        try {
            int next;
            while (!isWhole(answer) && (next = socket.getInputStream().read()) >= 0) {
                answer.write(next);
            }
        } catch (SocketTimeoutException nothing) {
            return "no answer in time";
        } catch (IOException cut) {
            // What came until then is the answer.
        }
        return answer.toString(StandardCharsets.UTF_8);
    }

    private static boolean isWhole(ByteArrayOutputStream answer) {
        String text = answer.toString(StandardCharsets.UTF_8);
        int head = text.indexOf("\r\n\r\n");
        if (head < 0) {
            return false;
        }
        for (String line : text.substring(0, head).split("\r\n")) {
            if (line.toLowerCase(Locale.ROOT).startsWith("content-length:")) {
                int length =
                        Integer.parseInt(line.substring(line.indexOf(':') + 1).strip());
                return text.substring(head + 4).getBytes(StandardCharsets.UTF_8).length >= length;
            }
        }
        return text.endsWith("0\r\n\r\n");
    }

    @Override
    public void close() {
        try {
            socket.close();
        } catch (IOException gone) {
            // Closed either way.
        }
    }
}
