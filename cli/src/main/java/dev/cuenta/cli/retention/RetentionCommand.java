package dev.cuenta.cli.retention;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with retention rules. */
@Command(
        name = "retention",
        mixinStandardHelpOptions = true,
        description = "See and run the rules that say which accounts go when.")
public final class RetentionCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "rules", RulesCommand.class,
                "preview", PreviewCommand.class,
                "run", RunCommand.class,
                "runs", RunsCommand.class,
                "withdraw", WithdrawCommand.class,
                "archive", ArchiveCommand.class,
                "restore", RestoreCommand.class,
                "drop", DropCommand.class);
    }
}
