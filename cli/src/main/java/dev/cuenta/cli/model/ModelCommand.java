package dev.cuenta.cli.model;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with account models. */
@Command(name = "model", mixinStandardHelpOptions = true, description = "Check, compare and publish the account model.")
public final class ModelCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "check",
                CheckCommand.class,
                "diff",
                DiffCommand.class,
                "publish",
                PublishCommand.class,
                "show",
                ShowCommand.class,
                "history",
                HistoryCommand.class,
                "matrix",
                MatrixCommand.class);
    }
}
