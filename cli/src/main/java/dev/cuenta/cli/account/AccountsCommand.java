package dev.cuenta.cli.account;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with accounts. */
@Command(name = "accounts", mixinStandardHelpOptions = true, description = "Find, read and correct accounts.")
public final class AccountsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "list",
                ListCommand.class,
                "show",
                ShowCommand.class,
                "add",
                AddCommand.class,
                "set",
                SetCommand.class,
                "picture",
                PictureCommand.class,
                "remove",
                RemoveCommand.class,
                "anonymise",
                AnonymiseCommand.class,
                "dependents",
                DependentsCommand.class,
                "dossier",
                DossierCommand.class);
    }
}
