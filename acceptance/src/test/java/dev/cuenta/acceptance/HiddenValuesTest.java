package dev.cuenta.acceptance;

import org.junit.jupiter.api.Test;

/** What is hidden comes out for no person, nor for whoever holds the installation key. */
class HiddenValuesTest extends HiddenValues {
    @Test
    void nothing_that_is_hidden_comes_out_of_any_address_nor_is_left_behind() {
        search(SERVICES.negate(), 4000);
    }
}
