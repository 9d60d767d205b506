package dev.cuenta.cli.role;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with roles. */
@Command(
        name = "roles",
        mixinStandardHelpOptions = true,
        description =
                "See roles and who has them, give, approve and take them, and explain why somebody may do something.")
public final class RolesCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "list", ListCommand.class,
                "who", WhoCommand.class,
                "of", OfCommand.class,
                "give", GiveCommand.class,
                "take", TakeCommand.class,
                "waiting", WaitingCommand.class,
                "approve", ApproveCommand.class,
                "explain", ExplainCommand.class);
    }
}
