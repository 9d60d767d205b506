package dev.cuenta.acceptance;

import org.junit.jupiter.api.Test;

/** What is hidden comes out for none of the services that share the accounts. */
class HiddenFromServicesTest extends HiddenValues {
    @Test
    void nothing_that_is_hidden_comes_out_of_any_address_nor_is_left_behind() {
        search(SERVICES, 2500);
    }
}
