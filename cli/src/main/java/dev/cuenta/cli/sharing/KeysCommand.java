package dev.cuenta.cli.sharing;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with the keys of services. */
@Command(name = "keys", mixinStandardHelpOptions = true, description = "List, create and revoke the keys of services.")
final class KeysCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("list", ListKeysCommand.class, "add", AddKeyCommand.class, "remove", RemoveKeyCommand.class);
    }
}
