package dev.cuenta.service.credential;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.PepperFile;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.password.Credentials.Alike;
import dev.cuenta.wire.credential.HashTime;
import dev.cuenta.wire.credential.PasswordHashes;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** How passwords are kept, and what keeping them costs on this machine. */
@Component
final class CredentialUseCases {
    private static final Duration LEAST = Duration.ofMillis(10);
    private static final Duration MOST = Duration.ofSeconds(2);
    private static final int KIB = 1024;
    private static final List<Integer> MEBIBYTES = List.of(19, 46, 64, 128, 256);
    private static final int MOST_ITERATIONS = 20;

    private final LiveRevisions live;
    private final PasswordScheme scheme;
    private final PepperFile peppers;

    CredentialUseCases(LiveRevisions live, PasswordScheme scheme, PepperFile peppers) {
        this.peppers = peppers;
        this.live = live;
        this.scheme = scheme;
    }

    /** Those that were set first come first. */
    List<PasswordHashes> report(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.CREDENTIALS_READ, revision.model());
            PasswordRules rules = revision.model().password();
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> new Credentials(work)
                            .alike().stream().map(alike -> made(alike, rules)).toList());
        });
    }

    private PasswordHashes made(Alike alike, PasswordRules rules) {
        String prefix = alike.made();
        String format = HashFormat.of(prefix).map(HashFormat::toString).orElse("unknown");
        boolean current =
                !alike.wrapped() && format.equals(scheme.format().toString()) && !scheme.isWeaker(prefix + "$", rules);
        return new PasswordHashes(
                alike.wrapped() ? HashFormat.WRAPPED.toString() : format,
                parameters(prefix),
                alike.accounts(),
                alike.oldest(),
                current);
    }

    /** A pepper is called as its file has it. */
    private static String parameters(String prefix) {
        String pepper = Argon2id.pepperOf(prefix).map(id -> ",pepper=" + id).orElse("");
        return prefix.substring(prefix.lastIndexOf('$') + 1).replaceFirst(",keyid=.*", "") + pepper;
    }

    /** Another pepper goes into new hashes; those that are there get it at the next sign-in of each account. */
    String addPepper(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            String id = peppers.add().id();
            revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.PEPPER_ADDED, null, caller.origin(), Map.of("pepper", id));
                return id;
            });
            return id;
        });
    }

    /**
     * For some sizes of memory, the most iterations that stay within the time; those with the most memory come last, and are
     * the best choice where so much memory is there for each sign-in at a time.
     */
    List<HashTime> tune(Caller caller, Duration target) {
        live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.CREDENTIALS_READ, revision.model());
            return revision;
        });
        if (target.compareTo(LEAST) < 0 || target.compareTo(MOST) > 0) {
            throw Problem.invalid("/targetMillis", "range", "The time for one hash is from 10 ms to 2 s.");
        }
        List<HashTime> measured = new ArrayList<>();
        for (int memory : MEBIBYTES) {
            HashTime once = measured(memory, 1);
            long iterations = Math.min(MOST_ITERATIONS, target.toMillis() / Math.max(1, once.millis()));
            if (iterations > 0) {
                measured.add(iterations == 1 ? once : measured(memory, (int) iterations));
            }
        }
        return measured;
    }

    /** The second of two, when the memory is the process's already. */
    private HashTime measured(int memory, int iterations) {
        PasswordRules rules = new PasswordRules(memory * KIB, iterations, 1, 1, 128, Set.of(), 0, Set.of());
        scheme.hash("six green oars".toCharArray(), rules);
        long begun = System.nanoTime();
        scheme.hash("six green oars".toCharArray(), rules);
        return new HashTime(
                memory,
                iterations,
                1,
                Duration.ofNanos(System.nanoTime() - begun).toMillis());
    }
}
