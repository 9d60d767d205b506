package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Assignment;
import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.wire.model.Form;
import dev.cuenta.wire.model.Form.Field;
import dev.cuenta.wire.tenant.Tenant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "set",
        mixinStandardHelpOptions = true,
        description = {
            "Change what the model lets a tenant have. An empty value removes the value.",
            "Its name and its subdomain: cuenta tenants rename"
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants set 'Punta Clara' channel=11 office=")
final class SetCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "FIELD=VALUE", description = "The new values.")
    private List<String> assignments = new ArrayList<>();

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String id = tenant.id(client);
        Form form = client.within(id).get("/v1/model/form", Map.of(), Form.class);
        Map<String, Field> fields = new TreeMap<>();
        form.tenantFields().forEach(field -> fields.put(field.name(), field));
        ShowCommand.print(client.patch(NamedTenant.path(id), Map.of("fields", values(fields)), Tenant.class), output);
    }

    private Map<String, @Nullable Object> values(Map<String, Field> fields) {
        Map<String, @Nullable Object> values = new LinkedHashMap<>();
        Assignment.each(assignments, (assignment, wrong) -> {
            Field field = fields.get(assignment.field());
            if (field == null) {
                wrong.add(new Violation(
                        "/fields/" + assignment.field(),
                        "unknown",
                        "Tenants have no such field. " + Nearest.advice(assignment.field(), fields.keySet())));
            } else {
                values.put(field.name(), assignment.value(field));
            }
        });
        return values;
    }
}
