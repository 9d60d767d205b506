package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.http.HttpRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** What people and services ask about tenants, with ever more of them, and each account in three. */
public final class TenantsBench {
    private static final PrintStream OUT = System.out;
    private static final int EACH = 3;
    private static final int IDS = 200;

    private final Installation installation;
    private final OneByOne asked;
    private final int accounts;
    private final int tenants;

    private TenantsBench(Installation installation, int accounts, int tenants) {
        this.installation = installation;
        this.asked = new OneByOne(installation);
        this.accounts = accounts;
        this.tenants = tenants;
    }

    /** Arguments: the service's address, its process, how many accounts, and in how many tenants. */
    public static void main(String[] arguments) throws Exception {
        // Tenants are named by subdomains, which no resolver knows here.
        System.setProperty("jdk.httpclient.allowRestrictedHeaders", "host");
        new TenantsBench(Installation.at(arguments[0]), Integer.parseInt(arguments[2]), Integer.parseInt(arguments[3]))
                .run();
    }

    private void run() throws Exception {
        publish();
        ManyAccounts.fill(installation.owner(), accounts, tenants, EACH);
        List<String> ids = installation
                .owner()
                .sql(
                        "select cast(id as text) from accounts.account where email like 'boater%' order by md5(email) limit "
                                + IDS)
                .query(String.class)
                .list();
        String session = session();
        OUT.printf(
                "%n| with %,d accounts, %,d memberships, %,d tenants | median | p99 |%n|---|---|---|%n",
                accounts, (long) accounts * EACH, tenants);
        asked.row("a tenant, by its subdomain", index -> asked.get("/v1/tenants/" + slug(index), null));
        asked.row("tenants whose name begins so", index -> asked.get("/v1/tenants?name=Harbour%20" + index, null));
        asked.row("members of a tenant, a page of 25", index -> asked.get("/v1/accounts", slug(index)));
        asked.row(
                "whether one may do something there",
                index -> asked.send(
                        "POST",
                        "/v1/checks",
                        null,
                        "{\"account\": \"" + ids.get(index % IDS)
                                + "\", \"permission\": \"berths.assign\", \"tenant\": \"" + ManyAccounts.NORTH
                                + "\"}"));
        asked.row(
                "switch to another tenant",
                index -> OneByOne.send(
                        as(session, "/v1/sessions/current/tenant"),
                        "PUT",
                        null,
                        "{\"tenant\": \"" + (index % 2 == 0 ? ManyAccounts.NORTH : ManyAccounts.SOUTH) + "\"}"));
        asked.row(
                "one's own account, in the tenant of a subdomain",
                index -> OneByOne.send(
                        as(session, "/v1/me").header("Host", "bench-" + index % 2 + ".marea.example"),
                        "GET",
                        null,
                        null));
        asked.row(
                "invite somebody",
                index -> asked.send(
                        "POST",
                        "/v1/tenants/" + slug(index) + "/invitations",
                        null,
                        "{\"address\": \"guest" + index + "@post.example\"}"));
        asked.row(
                "make somebody a member",
                index ->
                        asked.send("PUT", "/v1/tenants/" + slug(index) + "/members/" + ids.get(index % IDS), null, ""));
    }

    private String slug(int index) {
        return "bench-" + (int) (index * 37L % tenants);
    }

    private HttpRequest.Builder as(String session, String path) {
        return HttpRequest.newBuilder(installation.service().resolve(path))
                .header("Authorization", "Bearer " + session);
    }

    /** The same model, with tenants that subdomains and sessions name as well. */
    private void publish() throws IOException, InterruptedException {
        String source = Files.readString(Path.of("marea/account-model.yaml"))
                .replaceFirst("\ntenants:\n", "\ntenants:\n  currentFrom: [header, subdomain, session]\n");
        asked.publish(source);
    }

    /** Of somebody who belongs to the first two. */
    private String session() throws IOException, InterruptedException {
        String ada = asked.signUp();
        for (String tenant : List.of(ManyAccounts.NORTH, ManyAccounts.SOUTH)) {
            asked.answered("join", asked.send("PUT", "/v1/tenants/" + tenant + "/members/" + ada, null, ""));
        }
        return asked.json("sign in", asked.send("POST", "/v1/sessions", null, OneByOne.SIGN_IN))
                .path("token")
                .asString();
    }
}
