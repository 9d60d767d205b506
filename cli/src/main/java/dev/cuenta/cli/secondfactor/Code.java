package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.account.Asked;
import dev.cuenta.wire.secondfactor.RecoveryCodes;
import java.io.PrintWriter;
import picocli.CommandLine.Option;

/** Where a code comes from, and how recovery codes are shown. */
final class Code {
    static final String PATH = "/v1/me/second-factor";

    @Option(names = "--code-stdin", description = "Read the code from standard input instead of asking for it.")
    private boolean fromStandardInput;

    String ask() {
        return Asked.secret("Current code, or a recovery code: ", "--code-stdin", fromStandardInput);
    }

    static void printRecoveryCodes(RecoveryCodes codes, PrintWriter out) {
        out.println("Recovery codes. Each is good once, for when you have no authenticator; they are not shown again:");
        out.println();
        codes.recoveryCodes().forEach(code -> out.println("  " + code.value()));
        out.flush();
    }
}
