package dev.cuenta.cli.credential;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is said about stored passwords. */
@Command(
        name = "credentials",
        mixinStandardHelpOptions = true,
        description = "See how passwords are kept, and what that costs.")
public final class CredentialsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "report", ReportCommand.class,
                "tune", TuneCommand.class,
                "add-pepper", AddPepperCommand.class);
    }
}
