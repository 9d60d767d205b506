package dev.cuenta.bench;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;

/** Requests one after the other on a few connections; over bare sockets, so that the client takes little of what both share. */
final class Load {
    private static final String CONTENT_LENGTH = "content-length:";
    private static final String CHUNKED = "transfer-encoding: chunked";

    /**
     * A request with a key.
     *
     * @param header one more, or empty
     * @param body JSON, or empty
     */
    record Request(String method, String path, String key, String header, String body) {
        byte[] bytes() {
            return (method + " " + path + " HTTP/1.1\r\nHost: marea.example\r\nAuthorization: Bearer " + key + "\r\n"
                            + (header.isEmpty() ? "" : header + "\r\n")
                            + (body.isEmpty()
                                    ? ""
                                    : "Content-Type: application/"
                                            + (method.equals("PATCH") && path.startsWith("/v1/")
                                                    ? "merge-patch+json"
                                                    : "json")
                                            + "\r\nContent-Length: " + body.length() + "\r\n")
                            + "\r\n" + body)
                    .getBytes(StandardCharsets.ISO_8859_1);
        }
    }

    private Load() {}

    /**
     * Asks for so long.
     *
     * @return how many were answered
     * @throws IllegalStateException for an answer of failure
     */
    static long of(URI service, int connections, int seconds, IntFunction<Request> requests) throws Exception {
        AtomicInteger next = new AtomicInteger();
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        ExecutorService threads = Executors.newFixedThreadPool(connections);
        try {
            List<Callable<Long>> each = new ArrayList<>();
            for (int i = 0; i < connections; i++) {
                each.add(() -> ask(service, end, next, requests));
            }
            long answered = 0;
            for (Future<Long> one : threads.invokeAll(each)) {
                answered += one.get();
            }
            return answered;
        } finally {
            threads.shutdown();
        }
    }

    private static long ask(URI service, long end, AtomicInteger next, IntFunction<Request> requests)
            throws IOException {
        long answered = 0;
        while (System.nanoTime() < end) {
            try (Socket socket = new Socket(service.getHost(), service.getPort())) {
                socket.setTcpNoDelay(true);
                InputStream in = new BufferedInputStream(socket.getInputStream(), 1 << 16);
                OutputStream out = socket.getOutputStream();
                while (System.nanoTime() < end) {
                    out.write(requests.apply(next.getAndIncrement() & Integer.MAX_VALUE)
                            .bytes());
                    read(in);
                    answered++;
                }
            } catch (EOFException closed) {
                // After so many requests a server may end a connection.
            }
        }
        return answered;
    }

    private static void read(InputStream in) throws IOException {
        String status = line(in);
        int length = 0;
        boolean chunked = false;
        for (String line = line(in); !line.isEmpty(); line = line(in)) {
            String header = line.toLowerCase(Locale.ROOT);
            if (header.startsWith(CONTENT_LENGTH)) {
                length = Integer.parseInt(
                        header.substring(CONTENT_LENGTH.length()).strip());
            }
            chunked |= header.startsWith(CHUNKED);
        }
        byte[] body = chunked ? chunks(in) : in.readNBytes(length);
        if (!status.contains(" 200")) {
            throw new IllegalStateException(status + " " + new String(body, StandardCharsets.UTF_8));
        }
    }

    private static byte[] chunks(InputStream in) throws IOException {
        byte[] last = {};
        for (int size = size(in); size > 0; size = size(in)) {
            last = in.readNBytes(size);
            line(in);
        }
        line(in);
        return last;
    }

    private static int size(InputStream in) throws IOException {
        return Integer.parseInt(line(in).strip(), 16);
    }

    private static String line(InputStream in) throws IOException {
        StringBuilder line = new StringBuilder();
        for (int next = in.read(); next != '\n'; next = in.read()) {
            if (next < 0) {
                throw new EOFException();
            }
            if (next != '\r') {
                line.append((char) next);
            }
        }
        return line.toString();
    }
}
