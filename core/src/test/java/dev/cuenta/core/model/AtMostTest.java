package dev.cuenta.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.RetentionRule.AtMost;
import java.math.BigDecimal;
import java.util.Random;
import org.junit.jupiter.api.Test;

class AtMostTest {
    @Test
    void whoever_counts_as_far_as_it_is_decided_finds_the_same_limit() {
        Random random = new Random(7480);
        for (int i = 0; i < 10_000; i++) {
            AtMost limit =
                    new AtMost(BigDecimal.valueOf(random.nextInt(10_001), random.nextInt(4)), random.nextInt(5000));
            long accounts = (long) Math.pow(10, random.nextDouble() * 8);

            assertThat(limit.of(Math.min(accounts, limit.decidedBy())))
                    .as("%s of %d", limit, accounts)
                    .isEqualTo(limit.of(accounts));
        }
    }

    @Test
    void a_thousand_are_ten_percent_of_ten_thousand() {
        assertThat(AtMost.DEFAULT.decidedBy()).isEqualTo(10_000);
        assertThat(AtMost.DEFAULT.of(10_000_000)).isEqualTo(1000);
        assertThat(AtMost.DEFAULT.of(0)).isEqualTo(10);
    }
}
