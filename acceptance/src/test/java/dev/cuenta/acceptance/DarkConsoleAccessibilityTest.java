package dev.cuenta.acceptance;

import java.io.IOException;
import org.junit.jupiter.api.Test;

class DarkConsoleAccessibilityTest extends ConsoleAccessibility {
    @Test
    void a_checker_finds_nothing_on_any_page() throws IOException {
        isAccessible(true);
    }
}
