package dev.cuenta.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/** What strangers, and one bad guest, do at once; says at the end how each sort was answered. */
public final class Flood {
    private static final PrintStream OUT = System.out;
    private static final int SIGN_UPS = 28;
    private static final int SIGN_INS = 20;
    private static final int SLOW = 40;
    private static final int LARGE = 4;
    private static final int FEW = 2;
    private static final int UNKNOWN_KEYS = 5000;
    private static final int LARGE_BYTES = 30_000_000;
    private static final int SCANS = 20_000;

    private final URI service;
    private final long end;
    private final String token;
    private final String only;
    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private final Map<String, Map<String, Integer>> answers = new ConcurrentHashMap<>();
    private final AtomicInteger addresses = new AtomicInteger();

    private Flood(URI service, int seconds, String token, String only) {
        this.only = only;
        this.service = service;
        this.end = System.nanoTime() + seconds * 1_000_000_000L;
        this.token = token;
    }

    /** Arguments: the service's address, for how many seconds, the session of the bad guest, and which sort alone, or an empty text. */
    public static void main(String[] arguments) throws Exception {
        new Flood(URI.create(arguments[0]), Integer.parseInt(arguments[1]), arguments[2], arguments[3]).run();
    }

    private void run() throws Exception {
        ExecutorService strangers = Executors.newCachedThreadPool();
        byte[] large = new byte[LARGE_BYTES];
        byte[] bomb = bomb();
        String taken = "{\"email\": \"berth0@post.example\", \"password\": \"ten other rudders\","
                + " \"person\": {\"givenName\": \"No\", \"familyName\": \"Body\"}}";
        start(strangers, SIGN_UPS, "taken sign-ups", () -> post("/v1/sign-ups", bytes(taken), address()));
        start(
                strangers,
                SIGN_INS,
                "sign-ins of nobody",
                () -> post(
                        "/v1/sessions",
                        bytes("{\"identifier\": \"nobody" + addresses.get()
                                + "@post.example\", \"password\": \"wrong rudders\"}"),
                        address()));
        start(strangers, LARGE, "bodies of 30 MB", () -> post("/v1/sign-ups", large, address()));
        start(strangers, LARGE, "5,000 unknown keys", () -> post("/v1/sign-ups", bytes(keys()), address()));
        start(strangers, LARGE, "no session", () -> get("/v1/me"));
        start(strangers, FEW, "malformed", () -> post("/v1/sessions", bytes("{\"identifier\": [[[["), address()));
        start(strangers, FEW, "20,000 scans", () -> picture(bomb));
        for (int i = 0; i < SLOW && "a byte every 3 s".contains(only); i++) {
            strangers.execute(this::slow);
        }
        strangers.shutdown();
        strangers.awaitTermination(10, TimeUnit.MINUTES);
        new TreeMap<>(answers).forEach((what, counts) -> OUT.println(what + ": " + new TreeMap<>(counts)));
        System.exit(0);
    }

    private interface Act {
        int answer() throws IOException, InterruptedException;
    }

    private void start(ExecutorService strangers, int count, String what, Act act) {
        for (int i = 0; i < count && what.contains(only); i++) {
            strangers.execute(() -> {
                while (System.nanoTime() < end) {
                    note(what, act);
                }
            });
        }
    }

    private void note(String what, Act act) {
        String answer;
        try {
            answer = String.valueOf(act.answer());
        } catch (IOException cutOff) {
            answer = "cut off";
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            return;
        }
        answers.computeIfAbsent(what, name -> new ConcurrentHashMap<>()).merge(answer, 1, Integer::sum);
    }

    private HttpRequest.Builder request(String path, String from) {
        return HttpRequest.newBuilder(service.resolve(path))
                .timeout(Duration.ofSeconds(30))
                .header("X-Forwarded-For", from)
                .header("Content-Type", "application/json");
    }

    private int post(String path, byte[] body, String from) throws IOException, InterruptedException {
        HttpRequest request =
                request(path, from).POST(BodyPublishers.ofByteArray(body)).build();
        return client.send(request, BodyHandlers.discarding()).statusCode();
    }

    private int get(String path) throws IOException, InterruptedException {
        return client.send(request(path, address()).build(), BodyHandlers.discarding())
                .statusCode();
    }

    private int picture(byte[] bomb) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(service.resolve("/v1/me/pictures/person.portrait"))
                .timeout(Duration.ofSeconds(30))
                .header("Content-Type", "image/jpeg")
                .header("Authorization", "Bearer " + token)
                .PUT(BodyPublishers.ofByteArray(bomb))
                .build();
        return client.send(request, BodyHandlers.discarding()).statusCode();
    }

    /** A byte every three seconds. */
    private void slow() {
        while (System.nanoTime() < end) {
            note("a byte every 3 s", () -> {
                try (Socket socket = new Socket(service.getHost(), service.getPort())) {
                    OutputStream out = socket.getOutputStream();
                    out.write(bytes("POST /v1/sign-ups HTTP/1.1\r\nHost: marea.example\r\nX-Forwarded-For: " + address()
                            + "\r\nContent-Type: application/json\r\nContent-Length: 4000\r\n\r\n"));
                    while (System.nanoTime() < end && socket.getInputStream().available() == 0) {
                        out.write(' ');
                        out.flush();
                        Thread.sleep(3000);
                    }
                    byte[] line = socket.getInputStream().readNBytes(12);
                    String answer = new String(line, StandardCharsets.US_ASCII);
                    return answer.length() < 12 ? 0 : Integer.parseInt(answer.substring(9));
                }
            });
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static String keys() {
        StringBuilder keys = new StringBuilder("{\"a\": 1");
        for (int i = 0; i < UNKNOWN_KEYS; i++) {
            keys.append(", \"key").append(i).append("\": ").append(i);
        }
        return keys.append('}').toString();
    }

    /** A progressive picture whose last scan comes again and again. */
    private static byte[] bomb() throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ImageWriteParam parameters = writer.getDefaultWriteParam();
        parameters.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            java.awt.image.BufferedImage image =
                    new java.awt.image.BufferedImage(1200, 800, java.awt.image.BufferedImage.TYPE_INT_RGB);
            writer.write(null, new IIOImage(image, null, null), parameters);
        }
        byte[] jpeg = bytes.toByteArray();
        int last = jpeg.length - 2;
        while (!(jpeg[last] == (byte) 0xFF && jpeg[last + 1] == (byte) 0xDA)) {
            last--;
        }
        int head = 2 + (((jpeg[last + 2] & 0xFF) << Byte.SIZE) | (jpeg[last + 3] & 0xFF));
        ByteBuffer bomb = ByteBuffer.allocate(jpeg.length + head * SCANS);
        bomb.put(jpeg, 0, jpeg.length - 2);
        for (int i = 0; i < SCANS; i++) {
            bomb.put(jpeg, last, head);
        }
        return bomb.put((byte) 0xFF).put((byte) 0xD9).array();
    }

    /** Another one each time, of the range for such measurements (RFC 2544). */
    private String address() {
        int number = addresses.incrementAndGet();
        return "198.19." + (number >> 8 & 255) + "." + (number & 255);
    }
}
