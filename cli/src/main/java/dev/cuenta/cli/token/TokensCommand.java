package dev.cuenta.cli.token;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with tokens that services check by themselves. */
@Command(
        name = "tokens",
        mixinStandardHelpOptions = true,
        description = "Get, check and revoke tokens for services, and rotate the keys that sign them.")
public final class TokensCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.of(
                "issue", IssueCommand.class,
                "introspect", IntrospectCommand.class,
                "revoke", RevokeCommand.class,
                "keys", KeysCommand.class,
                "rotate", RotateCommand.class);
    }
}
