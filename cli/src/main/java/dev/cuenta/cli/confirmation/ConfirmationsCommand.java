package dev.cuenta.cli.confirmation;

import dev.cuenta.cli.CommandGroup;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what somebody does to prove that an address is theirs. */
@Command(
        name = "confirmations",
        mixinStandardHelpOptions = true,
        description = "Prove that an email or a telephone is yours.")
public final class ConfirmationsCommand implements CommandGroup {
    static final String PATH = "/v1/me/confirmations";

    @Override
    public Map<String, Class<?>> commands() {
        return Map.of("send", SendCommand.class, "enter", EnterCommand.class);
    }
}
