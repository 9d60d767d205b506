package dev.cuenta.cli.tenant;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with tenants and those who belong to them. */
@Command(
        name = "tenants",
        mixinStandardHelpOptions = true,
        description = "See tenants, and say who joins and leaves them.")
public final class TenantsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "list", ListCommand.class,
                "add", AddCommand.class,
                "invite", InviteCommand.class,
                "accept", AcceptCommand.class,
                "join", JoinCommand.class,
                "leave", LeaveCommand.class,
                "use", UseCommand.class,
                "demand", DemandCommand.class);
    }
}
