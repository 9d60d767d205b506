package dev.cuenta.cli.sharing;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with the services that share the accounts. */
@Command(
        name = "services",
        mixinStandardHelpOptions = true,
        description = "See which services share the accounts, what each may rely on, and their keys.")
public final class ServicesCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "list", ListCommand.class,
                "contract", ContractCommand.class,
                "check", CheckCommand.class,
                "keys", KeysCommand.class);
    }
}
