package dev.cuenta.cli;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.function.Supplier;
import picocli.CommandLine.Option;

/** The option {@code --yes} of every command that takes something away for good, and the question that it answers. */
public final class Agreement {
    @Option(names = "--yes", description = "Do not ask.")
    private boolean yes;

    /**
     * Asks whoever is at the terminal.
     *
     * @param question such as {@code Delete vera for good?}; worked out only where somebody is asked
     * @throws Problem CONFLICT where nobody agrees, or there is no terminal to ask at
     */
    public void require(Supplier<String> question) {
        boolean agreed = yes
                || Terminal.present()
                        .map(console -> console.readLine("%s Type yes: ", question.get()))
                        .filter("yes"::equals)
                        .isPresent();
        if (!agreed) {
            throw Problem.of(ProblemKind.CONFLICT, "Nothing was changed. To go on without being asked: --yes");
        }
    }
}
