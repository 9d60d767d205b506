package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantPage;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List your tenants, oldest first; all of them if you may read them all.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta tenants list",
            "  cuenta tenants list --name south --all",
            "  cuenta tenants list --filter 'tenants.berths gt 100'"
        })
final class ListCommand implements Runnable {
    private static final int LONGEST_PAGE = 200;

    @Mixin
    private Service service;

    @Option(names = "--name", paramLabel = "TEXT", description = "Only those whose name begins so, by name.")
    private @Nullable String name;

    @Option(
            names = "--filter",
            paramLabel = "FILTER",
            description = "Only those that it chooses, by what the model lets tenants have (RFC 7644).")
    private @Nullable String filter;

    @Option(names = "--archived", description = "Those that are archived, and no others.")
    private boolean archived;

    @Option(names = "--limit", paramLabel = "COUNT", description = "How many; 50 if left out, 200 at most.")
    private int limit = 50;

    @Option(names = "--after", paramLabel = "PLACE", description = "Those after this place: the next page.")
    private @Nullable String after;

    @Option(names = "--all", description = "Page after page, to the end.")
    private boolean all;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        TenantPage page = page(client, after);
        List<Tenant> tenants = new ArrayList<>(page.items());
        while (all && page.next() != null) {
            page = page(client, page.next());
            tenants.addAll(page.items());
        }
        TenantPage shown = new TenantPage(tenants, page.next());
        if (output.printed(shown)) {
            return;
        }
        Table table = new Table("NAME", "SUBDOMAIN", "ID", "");
        tenants.forEach(tenant -> table.row(tenant.name(), tenant.slug(), tenant.id(), besides(tenant)));
        output.print(table, archived ? "No tenant is archived." : "There are no tenants that you belong to.");
        if (shown.next() != null) {
            output.writer().println("There is more: --after " + shown.next());
            output.writer().flush();
        }
    }

    private TenantPage page(CuentaClient client, @Nullable String from) {
        Map<String, String> query = new LinkedHashMap<>();
        query.put("limit", String.valueOf(all ? LONGEST_PAGE : limit));
        if (name != null) {
            query.put("name", name);
        }
        if (filter != null) {
            query.put("filter", filter);
        }
        if (archived) {
            query.put("archived", "true");
        }
        if (from != null) {
            query.put("after", from);
        }
        return client.get("/v1/tenants", query, TenantPage.class);
    }

    private static String besides(Tenant tenant) {
        List<String> words = new ArrayList<>();
        if (tenant.suspended()) {
            words.add(tenant.archived() ? "archived" : "suspended");
        }
        if (tenant.secondFactor()) {
            words.add("demands a second factor");
        }
        tenant.domains().forEach(domain -> words.add("@" + domain));
        if (tenant.limits().members() != null) {
            words.add(tenant.limits().members() + " members at most");
        }
        return String.join(", ", words);
    }
}
