package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.upkeep.ModelVerification;
import java.io.PrintWriter;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "verify",
        mixinStandardHelpOptions = true,
        description = "Compare the database with the live revision; list every difference and how to fix it.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model verify")
final class VerifyCommand implements Callable<Integer> {
    private static final String NOTHING = "nothing of that name";

    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        ModelVerification verified = service.client().get("/v1/model/verification", Map.of(), ModelVerification.class);
        if (!output.printed(verified)) {
            print(verified);
        }
        return verified.differences().isEmpty() ? 0 : 1;
    }

    private void print(ModelVerification verified) {
        PrintWriter out = output.writer();
        int revision = verified.revision();
        if (verified.differences().isEmpty()) {
            out.println("The database is as revision " + revision + " says (shape " + verified.shape() + ").");
        } else {
            out.println("Against revision " + revision + ":");
        }
        for (ModelVerification.Difference difference : verified.differences()) {
            out.println();
            out.println("  " + difference.thing());
            out.println("      expected: " + Objects.requireNonNullElse(difference.expected(), NOTHING));
            out.println("      found:    " + Objects.requireNonNullElse(difference.found(), NOTHING));
            out.println("      repair:   " + difference.repair());
        }
        out.flush();
    }
}
