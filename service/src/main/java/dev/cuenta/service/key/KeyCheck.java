package dev.cuenta.service.key;

import dev.cuenta.service.job.Job;
import java.time.Duration;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Says in the log, at the start and whenever it begins, that a key is missing. */
@Component
final class KeyCheck implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(KeyCheck.class);
    private static final Duration PAUSE = Duration.ofMinutes(1);

    private final List<CheckedKeys> all;
    /** By the job's thread alone. */
    private String told = "";

    KeyCheck(List<CheckedKeys> all) {
        this.all = all;
    }

    @Override
    public String title() {
        return "Checking that no key is missing";
    }

    @Override
    public boolean precedesModel() {
        return true;
    }

    @Override
    public void carryOn() {
        String missing = CheckedKeys.missing(all).orElse("");
        if (!missing.isEmpty() && !missing.equals(told)) {
            LOG.error("{}", missing);
        }
        told = missing;
    }

    @Override
    public Duration pause() {
        return PAUSE;
    }
}
