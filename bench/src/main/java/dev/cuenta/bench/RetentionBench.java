package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What a retention rule takes of many accounts: its preview, its run, and what a DELETE of the same sort of accounts takes. */
public final class RetentionBench {
    private static final PrintStream OUT = System.out;
    private static final int PREVIEWS = 3;
    /** One in so many is due. */
    private static final int DUE = 5;

    private static final int BY_HAND = 20;
    private static final int IDLE_SECONDS = 5;
    private static final int PAUSE_MILLIS = 10;
    private static final String OF_THE_RULE =
            "from accounts.account a where kind = 'berthHolder' and not exists (select from cuenta.confirmed c where c.account_id = a.id)";

    private final Installation installation;

    private RetentionBench(Installation installation) {
        this.installation = installation;
    }

    /** Arguments: the service's address, its process, and how many accounts. */
    public static void main(String[] arguments) throws Exception {
        new RetentionBench(Installation.at(arguments[0])).run(Integer.parseInt(arguments[2]));
    }

    private void run(int accounts) throws Exception {
        fill(accounts);
        JsonNode preview = null;
        double previewed = Double.MAX_VALUE;
        for (int i = 0; i < PREVIEWS; i++) {
            long begun = System.nanoTime();
            preview = post("/v1/retention/previews", "{\"rule\": \"abandonedSignUps\"}");
            previewed = Math.min(previewed, secondsSince(begun));
        }
        long due = preview == null ? 0 : preview.path("accounts").asLong();
        double byHand = deletedByHand();
        double idle = slowest(reads(() -> Thread.sleep(IDLE_SECONDS * 1000L)));
        long begun = System.nanoTime();
        double busy = slowest(reads(this::runToItsEnd));
        double run = due / secondsSince(begun);
        OUT.printf("%n| of %,d accounts, %,d of them due | |%n|---|---|%n", accounts, due);
        OUT.printf("| preview | %.1f s |%n", previewed);
        OUT.printf("| run | %,.0f accounts/s |%n", run);
        OUT.printf("| one DELETE with the same cascades | %,.0f accounts/s |%n", byHand);
        OUT.printf("| run beside DELETE | %.2f |%n", run / byHand);
        OUT.printf("| read by id while it runs, p99 | %.1f ms; idle %.1f ms |%n", busy, idle);
    }

    private void fill(int accounts) {
        ManyAccounts.fill(installation.owner(), accounts);
        installation
                .owner()
                .sql(
                        "set session_replication_role = replica; insert into cuenta.confirmed (account_id, field, confirmed_at)"
                                + " select id, 'email', created_at from (select id, created_at, row_number() over (order by id) as n from accounts.account) a"
                                + " where n % " + DUE + " <> 0 on conflict do nothing")
                .update();
        installation.owner().sql("vacuum analyze").update();
    }

    /** Of a part, in the transaction of one statement; accounts per second. */
    private double deletedByHand() {
        installation
                .owner()
                .sql("create table public.by_hand as select a.id " + OF_THE_RULE + " and a.id in (select id from"
                        + " (select id, row_number() over (order by id) as n from accounts.account) numbered where n % "
                        + BY_HAND + " = 0)")
                .update();
        long begun = System.nanoTime();
        int gone = installation
                .owner()
                .sql("delete from accounts.account where id in (select id from public.by_hand)")
                .update();
        double perSecond = gone / secondsSince(begun);
        installation.owner().sql("drop table public.by_hand").update();
        return perSecond;
    }

    private interface Meanwhile {
        void goesOn() throws Exception;
    }

    /** How long reads take meanwhile, in milliseconds. */
    private List<Double> reads(Meanwhile meanwhile) throws Exception {
        List<String> ids = installation
                .owner()
                .sql("select cast(id as text) from accounts.account where kind = 'staff' limit 100")
                .query(String.class)
                .list();
        ConcurrentLinkedQueue<Double> waits = new ConcurrentLinkedQueue<>();
        Thread reader = new Thread(() -> {
            try {
                for (int i = 0; !Thread.interrupted(); i++) {
                    long begun = System.nanoTime();
                    send(get("/v1/accounts/" + ids.get(i % ids.size())));
                    waits.add(secondsSince(begun) * 1000);
                    Thread.sleep(PAUSE_MILLIS);
                }
            } catch (InterruptedException | IOException ended) {
                // What was read counts.
            }
        });
        reader.start();
        meanwhile.goesOn();
        reader.interrupt();
        reader.join();
        return waits.stream().sorted().toList();
    }

    private static double slowest(List<Double> sorted) {
        return sorted.get(sorted.size() * 99 / 100);
    }

    private void runToItsEnd() throws IOException, InterruptedException {
        JsonNode run = post("/v1/retention/runs", "{\"rule\": \"abandonedSignUps\", \"allow\": [\"atMost\"]}");
        String address = "/v1/retention/runs/" + run.path("id").asString();
        while (!send(get(address)).path("state").asString().equals("done")) {
            Thread.sleep(100);
        }
    }

    private static double secondsSince(long nanos) {
        return (System.nanoTime() - nanos) / 1e9;
    }

    private JsonNode post(String path, String body) throws IOException, InterruptedException {
        return send(installation
                .request(path)
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(body))
                .build());
    }

    private HttpRequest get(String path) {
        return installation.request(path).build();
    }

    private JsonNode send(HttpRequest request) throws IOException, InterruptedException {
        String answer = installation.send(request).body();
        JsonNode json = JsonMapper.shared().readTree(answer);
        if (json.has("status")) {
            throw new IllegalStateException(answer);
        }
        return json;
    }
}
