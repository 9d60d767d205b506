package dev.cuenta.acceptance;

import java.util.stream.Stream;

/** In the steps when the new revision goes live or is live. */
class KilledServiceAfterTheSwapTest extends KilledService {
    static Stream<String> steps() {
        return fromTheSwapOn();
    }
}
