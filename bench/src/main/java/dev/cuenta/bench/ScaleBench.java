package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The same questions to a service with more and more accounts, half of them in one tenant and half in another. */
public final class ScaleBench {
    private static final PrintStream OUT = System.out;
    private static final int TIMES = 200;
    private static final int WARM = 300;
    private static final Pattern NEXT = Pattern.compile("\"next\":\"([^\"]+)\"");

    private final Installation installation;

    private ScaleBench(Installation installation) {
        this.installation = installation;
    }

    /** Arguments: the service's address, its process, and how many accounts. */
    public static void main(String[] arguments) throws Exception {
        new ScaleBench(Installation.at(arguments[0])).run(Integer.parseInt(arguments[2]));
    }

    private void run(int accounts) throws Exception {
        ManyAccounts.fill(installation.owner(), accounts);
        List<String> ids = installation
                .owner()
                .sql(
                        "select cast(id as text) from accounts.account where email like 'boater%' order by md5(email) limit "
                                + TIMES)
                .query(String.class)
                .list();
        OUT.printf("%n| with %,d accounts | median | p99 |%n|---|---|---|%n", accounts);
        row("read by id", index -> get("/v1/accounts/" + ids.get(index % ids.size()), null));
        row(
                "find by email",
                index -> get(filtered("email eq \"boater" + (1 + index * 37 % accounts) + "@marea.example\""), null));
        row("first page of 25", index -> get("/v1/accounts", null));
        row("first page of 25 in a tenant of half of them", index -> get("/v1/accounts", ManyAccounts.NORTH));
        row("newest first, in that tenant", index -> get("/v1/accounts?sort=-meta.created", ManyAccounts.NORTH));
        String deep = deep();
        row("a page after the first half", index -> get(deep, null));
        row("those of a rare kind", index -> get(filtered("kind eq \"contractor\""), ManyAccounts.NORTH));
        row("administrators", index -> get(filtered("roles eq \"administrator\""), null));
        row(
                "change one",
                index -> send(
                        "PATCH",
                        "/v1/accounts/" + ids.get(index % ids.size()),
                        null,
                        "{\"theme\": \"" + (index % 2 == 0 ? "dusk" : "night") + "\"}"));
    }

    /** In the middle, by a cursor of the first page's that is given another position. */
    private String deep() throws IOException, InterruptedException {
        String middle = installation
                .owner()
                .sql("select to_char(percentile_disc(0.5) within group (order by created_at) at time zone 'utc',"
                        + " 'YYYY-MM-DD\"T\"HH24:MI:SS\"Z\"') from accounts.account")
                .query(String.class)
                .single();
        HttpResponse<String> page = installation.send(get(filtered("meta.created gt \"" + middle + "\""), null));
        Matcher next = NEXT.matcher(page.body());
        if (!next.find()) {
            throw new IllegalStateException(page.body());
        }
        return filtered("meta.created gt \"" + middle + "\"") + "&cursor=" + encoded(next.group(1));
    }

    private void row(String what, IntFunction<HttpRequest> request) throws IOException, InterruptedException {
        long[] times = new long[TIMES];
        for (int i = -WARM; i < TIMES; i++) {
            HttpRequest next = request.apply(Math.abs(i));
            long begun = System.nanoTime();
            int status = installation.send(next).statusCode();
            if (status >= 400) {
                throw new IllegalStateException(what + " was answered " + status);
            }
            if (i >= 0) {
                times[i] = System.nanoTime() - begun;
            }
        }
        Arrays.sort(times);
        OUT.printf("| %s | %.1f ms | %.1f ms |%n", what, times[TIMES / 2] / 1e6, times[TIMES * 99 / 100] / 1e6);
    }

    private static String filtered(String filter) {
        return "/v1/accounts?filter=" + encoded(filter);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private HttpRequest get(String path, @Nullable String tenant) {
        return send("GET", path, tenant, null);
    }

    private HttpRequest send(String method, String path, @Nullable String tenant, @Nullable String body) {
        HttpRequest.Builder request = installation
                .request(path)
                .timeout(Duration.ofMinutes(2))
                .header("Content-Type", method.equals("PATCH") ? "application/merge-patch+json" : "application/json")
                .method(method, body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(body));
        return (tenant == null ? request : request.header("Cuenta-Tenant", tenant)).build();
    }
}
