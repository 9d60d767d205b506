package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** The same questions to a service with more and more accounts, in two tenants or in many. */
public final class ScaleBench {
    private static final PrintStream OUT = System.out;
    private static final int TIMES = 200;
    private static final int LOOKED_UP = 100;
    private static final Pattern NEXT = Pattern.compile("\"next\":\"([^\"]+)\"");

    private static final int SIGN_INS = 20;

    private final Installation installation;
    private final OneByOne asked;
    private final long process;

    private ScaleBench(Installation installation, long process) {
        this.installation = installation;
        this.asked = new OneByOne(installation);
        this.process = process;
    }

    /** Arguments: the service's address, its process, how many accounts, and in how many tenants. */
    public static void main(String[] arguments) throws Exception {
        new ScaleBench(Installation.at(arguments[0]), Long.parseLong(arguments[1]))
                .run(Integer.parseInt(arguments[2]), Integer.parseInt(arguments[3]));
    }

    private void run(int accounts, int tenants) throws Exception {
        ManyAccounts.fill(installation.owner(), accounts, tenants);
        List<String> ids = installation
                .owner()
                .sql(
                        "select cast(id as text) from accounts.account where email like 'boater%' order by md5(email) limit "
                                + TIMES)
                .query(String.class)
                .list();
        OUT.printf("%n| with %,d accounts in %,d tenants | median | p99 |%n|---|---|---|%n", accounts, tenants);
        asked.row("read by id", index -> asked.get("/v1/accounts/" + ids.get(index % ids.size()), null));
        asked.row(
                "find by email",
                index -> asked.get(
                        filtered("email eq \"boater" + (1 + index * 37 % accounts) + "@marea.example\""), null));
        asked.row("first page of 25", index -> asked.get("/v1/accounts", null));
        asked.row("first page of 25 in a tenant", index -> asked.get("/v1/accounts", ManyAccounts.NORTH));
        asked.row(
                "newest first, in that tenant",
                index -> asked.get("/v1/accounts?sort=-meta.created", ManyAccounts.NORTH));
        String deep = deep();
        asked.row("a page after the first half", index -> asked.get(deep, null));
        asked.row("those of a rare kind", index -> asked.get(filtered("kind eq \"contractor\""), ManyAccounts.NORTH));
        asked.row("administrators", index -> asked.get(filtered("roles eq \"administrator\""), null));
        asked.row(
                "change one",
                index -> asked.send(
                        "PATCH",
                        "/v1/accounts/" + ids.get(index % ids.size()),
                        null,
                        "{\"theme\": \"" + (index % 2 == 0 ? "dusk" : "night") + "\"}"));
        asked.row(
                "look up 100 by email",
                index -> asked.send("POST", "/v1/accounts/lookup", null, lookup(index, accounts)));
        asked.row(
                "whether one has a role",
                index -> asked.send(
                        "POST",
                        "/v1/checks",
                        null,
                        "{\"account\": \"" + ids.get(index % ids.size()) + "\", \"anyRole\": [\"boater\"]}"));
        asked.signUp();
        asked.row("sign in", SIGN_INS, index -> asked.send("POST", "/v1/sessions", null, OneByOne.SIGN_IN));
        OUT.printf("| publish a field more | %,.0f ms | |%n", published() / 1e6);
        OUT.printf("| the service's memory | %,d MB | |%n", megabytes());
    }

    private static String lookup(int index, int accounts) {
        return IntStream.range(0, LOOKED_UP)
                .mapToObj(i -> "\"boater" + (1 + (index * 37L + i * 7919L) % accounts) + "@marea.example\"")
                .collect(Collectors.joining(", ", "{\"by\": \"email\", \"values\": [", "]}"));
    }

    /** From the request to its last step, in nanoseconds. */
    private long published() throws IOException, InterruptedException {
        String source = Files.readString(Path.of("marea/account-model.yaml"))
                .replaceFirst("\nfields:\n", "\nfields:\n  motto: { type: string, maxLength: 40 }\n");
        long begun = System.nanoTime();
        asked.publish(source);
        return System.nanoTime() - begun;
    }

    /** What is in memory of it now (proc(5)). */
    private long megabytes() throws IOException {
        return Files.readAllLines(Path.of("/proc/" + process + "/status")).stream()
                .filter(line -> line.startsWith("VmRSS:"))
                .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) / 1024)
                .sum();
    }

    /** In the middle, by a cursor of the first page's that is given another position. */
    private String deep() throws IOException, InterruptedException {
        String middle = installation
                .owner()
                .sql("select to_char(percentile_disc(0.5) within group (order by created_at) at time zone 'utc',"
                        + " 'YYYY-MM-DD\"T\"HH24:MI:SS\"Z\"') from accounts.account")
                .query(String.class)
                .single();
        HttpResponse<String> page = installation.send(asked.get(filtered("meta.created gt \"" + middle + "\""), null));
        Matcher next = NEXT.matcher(page.body());
        if (!next.find()) {
            throw new IllegalStateException(page.body());
        }
        return filtered("meta.created gt \"" + middle + "\"") + "&cursor=" + encoded(next.group(1));
    }

    private static String filtered(String filter) {
        return "/v1/accounts?filter=" + encoded(filter);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
