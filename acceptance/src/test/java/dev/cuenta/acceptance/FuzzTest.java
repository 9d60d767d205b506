package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Every address of the OpenAPI document is asked with whatever comes to mind, by guests, people and services: each answer is one that the
 * address may give, and nothing of what was asked stands in the log. The seed is fixed; more, and other ones, by hand.
 */
class FuzzTest extends OnMarea {
    private static final int REQUESTS = Integer.getInteger("cuenta.fuzz", 5000);
    private static final long SEED = Long.getLong("cuenta.fuzz.seed", 20261128);

    /** Stands in everything that is sent. */
    private static final String MARK = "QFUZZQ";

    private static final List<String> QUERIES = List.of(
            "limit=abc",
            "limit=-1",
            "limit=99999999999",
            "limit=",
            "filter=",
            "filter=(" + MARK,
            "filter=email eq \"" + MARK + "\\u0000\"",
            "filter=email co \"" + MARK + "\" and not (",
            "filter=" + "not (".repeat(300) + MARK,
            "filter=id eq \"" + MARK + "\"",
            "sort=" + MARK,
            "sort=-",
            "cursor=" + MARK,
            "fields=" + MARK + ",,,",
            "as=" + MARK,
            "before=" + MARK,
            "account=" + MARK,
            "size=0",
            "size=-5",
            "picture=" + MARK,
            "after=" + MARK,
            MARK + "=1&" + MARK + "=2",
            "%C0%80=" + MARK,
            "filter=%ED%A0%80" + MARK,
            "=&=&=");

    private static final List<String> VALUES = List.of(
            "null",
            "true",
            "-1",
            "1.5",
            "1e400",
            "1e999999999",
            "{\"deep\": 1e999999999}",
            "123456789012345678901234567890",
            "\"\"",
            "\"" + MARK + "\"",
            "\"" + MARK + "\\u0000\"",
            "\"" + MARK + "\\ud800\"",
            "\"" + MARK.repeat(60) + "\"",
            "[]",
            "[null]",
            "[[[\"" + MARK + "\"]]]",
            "{}",
            "{\"" + MARK + "\": 1}",
            "{\"\": {\"/~\": \"" + MARK + "\"}}",
            "\"01990000-0000-7000-8000-000000000000\"",
            "\"2026-02-30T25:61:61Z\"");

    private static final List<String> BODIES =
            List.of("", "{", "[]", "null", "7", "\"" + MARK + "\"", "{\"a\":1,\"a\":2}", "\u0000" + MARK);

    private static final List<String> TYPES = List.of(
            "application/json",
            "application/merge-patch+json",
            "application/x-www-form-urlencoded",
            "multipart/form-data",
            "text/plain",
            "*/*",
            "a/b/c",
            "application/json;charset=" + MARK);

    /** An address, a method, and the keys that its body may have. */
    private record Operation(String method, String template, List<String> keys) {}

    /** A request, and what came of it. */
    private record Odd(String method, String address, int status, String answer) {}

    @Test
    void nothing_that_is_sent_breaks_anything_or_stands_in_the_log() {
        List<Operation> operations = operations();
        List<Http> visitors = List.of(
                marea.guest(),
                person("fuzzer"),
                marea.operator(),
                marea.with(marea.cuenta("services", "keys", "add", "berths")
                        .succeeds()
                        .text()
                        .strip()));
        List<Odd> odd = Collections.synchronizedList(new ArrayList<>());
        IntStream.range(0, REQUESTS).parallel().forEach(number -> {
            Random random = new Random(SEED + number);
            Operation operation = operations.get(random.nextInt(operations.size()));
            Http visitor = visitors.get(random.nextInt(visitors.size()));
            ask(visitor, operation.method(), operation.template(), operation.keys(), random, odd);
        });

        assertThat(odd.stream().limit(5)).isEmpty();
        assertThat(marea.log()).doesNotContain(MARK, "Incident");
        assertThat(marea.operator().get("/v1/me").status()).isEqualTo(200);
    }

    private static List<Operation> operations() {
        JsonNode document = marea.guest().get("/v1/openapi.json").status(200).json();
        List<String> everywhere = keys(document);
        List<Operation> operations = new ArrayList<>();
        document.path("paths")
                .properties()
                .forEach(path -> path.getValue().properties().forEach(operation -> {
                    String method = operation.getKey().toUpperCase(Locale.ROOT);
                    if (operation.getValue().isObject() && !HiddenValues.endsTheWalk(method, path.getKey())) {
                        List<String> own = keys(operation.getValue().path("requestBody"));
                        operations.add(new Operation(method, path.getKey(), own.isEmpty() ? everywhere : own));
                    }
                }));
        return operations;
    }

    private static List<String> keys(JsonNode schemas) {
        return schemas.findValues("properties").stream()
                .flatMap(properties -> properties.propertyNames().stream())
                .distinct()
                .toList();
    }

    private static void ask(
            Http visitor, String method, String template, List<String> keys, Random random, List<Odd> odd) {
        String address = template.replaceAll(
                "\\{\\w+}",
                pick(
                        List.of("x", MARK, "01990000-0000-7000-8000-000000000000", "1", "-1", "%F0%9F", "a%2Fb", ".."),
                        random));
        String query = random.nextInt(3) == 0 ? "" : "?" + pick(QUERIES, random);
        String body =
                method.equals("GET") ? null : random.nextInt(4) == 0 ? pick(BODIES, random) : object(keys, random);
        String type = random.nextInt(6) == 0 ? pick(TYPES, random) : "application/json";
        Http.Answer answer = visitor.send(method, address + encoded(query), body, "Content-Type", type);
        boolean fine = answer.status() < 500
                || (answer.status() == 503
                        && answer.response().headers().firstValue("Retry-After").isPresent());
        if (!fine) {
            odd.add(new Odd(
                    method,
                    address + query + " " + type + " " + body,
                    answer.status(),
                    answer.response().body()));
        }
    }

    private static String object(List<String> keys, Random random) {
        List<String> members = new ArrayList<>();
        for (String key : keys) {
            if (random.nextBoolean()) {
                members.add("\"" + key + "\": " + pick(VALUES, random));
            }
        }
        if (random.nextInt(8) == 0) {
            members.add("\"" + MARK + "\": " + pick(VALUES, random));
        }
        return "{" + String.join(", ", members) + "}";
    }

    /** What a client encodes anyway; broken percent signs stay as they are. */
    private static String encoded(String query) {
        StringBuilder encoded = new StringBuilder();
        for (byte each : query.getBytes(StandardCharsets.UTF_8)) {
            char c = (char) (each & 0xff);
            boolean plain = c > ' ' && c < 0x7f && "\"\\<>^`{|}[]".indexOf(c) < 0;
            encoded.append(plain ? String.valueOf(c) : String.format("%%%02X", (int) c));
        }
        return encoded.toString();
    }

    private static String pick(List<String> some, Random random) {
        return some.get(random.nextInt(some.size()));
    }
}
