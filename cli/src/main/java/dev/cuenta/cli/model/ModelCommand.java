package dev.cuenta.cli.model;

import dev.cuenta.cli.CommandGroup;
import dev.cuenta.cli.adoption.AdoptCommand;
import dev.cuenta.cli.adoption.AdoptedCommand;
import dev.cuenta.cli.check.CheckCommand;
import dev.cuenta.cli.check.DiffCommand;
import dev.cuenta.cli.publish.CancelCommand;
import dev.cuenta.cli.publish.FollowCommand;
import dev.cuenta.cli.publish.PauseCommand;
import dev.cuenta.cli.publish.PublishCommand;
import dev.cuenta.cli.publish.ResumeCommand;
import dev.cuenta.cli.publish.RevertCommand;
import dev.cuenta.cli.publish.SweepCommand;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with account models. */
@Command(name = "model", mixinStandardHelpOptions = true, description = "Check, compare and publish the account model.")
public final class ModelCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.ofEntries(
                Map.entry("new", NewCommand.class),
                Map.entry("schema", SchemaCommand.class),
                Map.entry("ids", IdsCommand.class),
                Map.entry("adopt", AdoptCommand.class),
                Map.entry("adopted", AdoptedCommand.class),
                Map.entry("check", CheckCommand.class),
                Map.entry("diff", DiffCommand.class),
                Map.entry("publish", PublishCommand.class),
                Map.entry("follow", FollowCommand.class),
                Map.entry("pause", PauseCommand.class),
                Map.entry("resume", ResumeCommand.class),
                Map.entry("cancel", CancelCommand.class),
                Map.entry("revert", RevertCommand.class),
                Map.entry("show", ShowCommand.class),
                Map.entry("history", HistoryCommand.class),
                Map.entry("matrix", MatrixCommand.class),
                Map.entry("verify", VerifyCommand.class),
                Map.entry("compare", CompareCommand.class),
                Map.entry("test-database", TestDatabaseCommand.class),
                Map.entry("sweep", SweepCommand.class));
    }
}
