package dev.cuenta.cli.activity;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is asked about activity. */
@Command(
        name = "activity",
        mixinStandardHelpOptions = true,
        description = "See who did what to which record, and whether anything of that was changed since.")
public final class ActivityCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("list", ListCommand.class, "verify", VerifyCommand.class);
    }
}
