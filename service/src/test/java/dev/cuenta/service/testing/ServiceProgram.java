package dev.cuenta.service.testing;

import java.util.Map;

/** How a service runs: in the process of the tests, or as one of its own. */
public interface ServiceProgram {
    /** @param settings by their names in the environment, such as {@code CUENTA_PORT} */
    void start(Map<String, String> settings);

    /** Ends it; what was begun is left as it is. */
    void stop();

    /** All that it has written to its log. */
    String log();
}
