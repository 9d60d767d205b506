package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Dimension;

class ConsoleAccessibilityTest extends ConsoleAccessibility {
    @Test
    void a_checker_finds_nothing_on_any_page() throws IOException {
        isAccessible(false);
    }

    @Test
    void a_narrow_window_is_wide_enough() {
        browser.manage().window().setSize(new Dimension(500, 800));
        open("/accounts");
        assertThat((Long) browser.executeScript(
                        "return document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                .isZero();
        browser.manage().window().setSize(new Dimension(1280, 800));
    }
}
