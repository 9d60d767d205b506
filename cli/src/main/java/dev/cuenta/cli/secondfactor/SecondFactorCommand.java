package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what somebody does with their own second factor. */
@Command(
        name = "second-factor",
        mixinStandardHelpOptions = true,
        description = "Ask for a code of your authenticator beside your password.")
public final class SecondFactorCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "show", ShowCommand.class,
                "add", AddCommand.class,
                "recovery-codes", RecoveryCodesCommand.class,
                "remove", RemoveCommand.class);
    }
}
