package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.secondfactor.SecondFactorState;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Say whether you have a second factor.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta second-factor show")
final class ShowCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        SecondFactorState state = service.client().get(Code.PATH, Map.of(), SecondFactorState.class);
        if (!output.printed(state)) {
            output.writer()
                    .println(
                            state.active()
                                    ? "A code is asked for since "
                                            + Moments.second(state.since(), "its beginning") + ". "
                                            + state.recoveryCodesLeft() + " recovery codes are left."
                                    : "You have no second factor. To add one: cuenta second-factor add");
            output.writer().flush();
        }
    }
}
