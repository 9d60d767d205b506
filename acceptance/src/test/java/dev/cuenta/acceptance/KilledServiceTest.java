package dev.cuenta.acceptance;

import java.util.stream.Stream;

/** In the steps before the new revision is live. */
class KilledServiceTest extends KilledService {
    static Stream<String> steps() {
        return upToTheSwap();
    }
}
