package dev.cuenta.cli.secret;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with the keys of secret values. */
@Command(
        name = "secrets",
        mixinStandardHelpOptions = true,
        description = "See which keys encrypt secret values, and rotate them.")
public final class SecretsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("keys", KeysCommand.class, "rotate", RotateCommand.class, "losses", LossesCommand.class);
    }
}
