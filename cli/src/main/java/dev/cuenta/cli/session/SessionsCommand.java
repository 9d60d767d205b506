package dev.cuenta.cli.session;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with sessions that are open. */
@Command(
        name = "sessions",
        mixinStandardHelpOptions = true,
        description = "See where an account is signed in, and end that.")
public final class SessionsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("list", ListSessionsCommand.class, "end", EndSessionsCommand.class);
    }
}
