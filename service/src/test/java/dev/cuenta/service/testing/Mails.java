package dev.cuenta.service.testing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What the service wrote to people. */
public final class Mails {
    private static final Pattern PROOF = Pattern.compile("#(cuenta_proof_\\S+)");

    private Mails() {}

    /** The first mail in which all of this stands, once it has come. */
    public static String await(RunningService marea, String... parts) {
        return Await.until(
                        "a mail with " + List.of(parts),
                        () -> marea.mails().stream()
                                .filter(mail -> Arrays.stream(parts).allMatch(mail::contains))
                                .findFirst(),
                        Optional::isPresent)
                .orElseThrow();
    }

    /** The token that the mail's link has. */
    public static String proof(String mail) {
        Matcher matcher = PROOF.matcher(mail);
        assertThat(matcher.find()).isTrue();
        return matcher.group(1);
    }
}
