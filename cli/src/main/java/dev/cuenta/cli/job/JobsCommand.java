package dev.cuenta.cli.job;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is asked about the service's own work. */
@Command(
        name = "jobs",
        mixinStandardHelpOptions = true,
        description = "See what the service does by itself, and what waits.")
public final class JobsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("list", ListCommand.class, "retry", RetryCommand.class);
    }
}
