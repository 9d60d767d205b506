package dev.cuenta.cli.account;

import dev.cuenta.cli.CommandGroup;
import dev.cuenta.cli.adoption.ImportCommand;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with accounts. */
@Command(name = "accounts", mixinStandardHelpOptions = true, description = "Find, read and correct accounts.")
public final class AccountsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.ofEntries(
                Map.entry("list", ListCommand.class),
                Map.entry("show", ShowCommand.class),
                Map.entry("lookup", LookupCommand.class),
                Map.entry("export", ExportCommand.class),
                Map.entry("import", ImportCommand.class),
                Map.entry("add", AddCommand.class),
                Map.entry("set", SetCommand.class),
                Map.entry("picture", PictureCommand.class),
                Map.entry("remove", RemoveCommand.class),
                Map.entry("anonymise", AnonymiseCommand.class),
                Map.entry("dependents", DependentsCommand.class),
                Map.entry("dossier", DossierCommand.class));
    }
}
