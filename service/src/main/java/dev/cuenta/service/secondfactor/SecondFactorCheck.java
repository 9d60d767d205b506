package dev.cuenta.service.secondfactor;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.secondfactor.SecondFactor;
import dev.cuenta.store.secondfactor.SecondFactors;
import java.time.Clock;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Asks for the second factor of whoever has one. */
@Component
public final class SecondFactorCheck {
    private final OneTimeCodes codes;
    private final Throttle throttle;
    private final Clock clock;

    SecondFactorCheck(OneTimeCodes codes, Throttle throttle, Clock clock) {
        this.codes = codes;
        this.throttle = throttle;
        this.clock = clock;
    }

    /**
     * Whether the account has a second factor, which the code has proven then. Codes are counted for the account, wherever they
     * come from: whoever gets this far knows its password.
     *
     * @param code a one-time code or a recovery code, which is used up; null where none was given
     * @throws Problem SECOND_FACTOR where the code is missing or wrong
     */
    public boolean passed(AccountId account, @Nullable String code, Origin origin, Work work) {
        Optional<SecondFactor> factor = new SecondFactors(work).find(account).filter(SecondFactor::active);
        if (factor.isEmpty()) {
            return false;
        }
        if (code == null) {
            throw Problem.of(
                    ProblemKind.SECOND_FACTOR,
                    "Give the present code of your authenticator as `code`, or one of your recovery codes.");
        }
        return throttle.guard("code of " + account.text(), () -> {
            if (!proves(account, factor.get(), code, origin, work)) {
                throw wrong();
            }
            return true;
        });
    }

    static Problem wrong() {
        return Problem.of(
                ProblemKind.SECOND_FACTOR,
                "The code is wrong, out of date, or was used. Wait for the next one, or use a recovery code.");
    }

    private boolean proves(AccountId account, SecondFactor factor, String given, Origin origin, Work work) {
        String code = given.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
        OptionalLong step = codes.stepOf(code, factor.seed(), clock.instant(), factor.lastStep());
        SecondFactors factors = new SecondFactors(work);
        if (step.isPresent()) {
            return factors.use(account, step.getAsLong());
        }
        boolean recovered = factors.useRecoveryCode(account, Tokens.hash(code));
        if (recovered) {
            new Activity(work).add(Action.RECOVERY_CODE_USED, account, origin.as(account));
        }
        return recovered;
    }
}
