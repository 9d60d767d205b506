package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What the service says when it cannot start, or should be started otherwise. */
class StartTest {
    private static Installation installation;

    @BeforeAll
    static void start() {
        installation = Installation.empty();
    }

    @AfterAll
    static void stop() {
        installation.close();
    }

    @Test
    void the_database_that_cannot_be_reached_is_named_without_a_stack_trace() {
        Output said = installation.startedWith(Map.of("CUENTA_DATABASE_URL", installation.jdbc() + "_elsewhere"));

        assertThat(said.status()).isEqualTo(1);
        assertThat(said.text())
                .contains("_elsewhere\" does not exist", "Start PostgreSQL, or set CUENTA_DATABASE_URL")
                .doesNotContain("\tat ", "Error creating bean");
    }

    @Test
    void a_role_that_is_missing_is_named_with_what_makes_it() {
        Output said = installation.startedWith(
                Map.of("CUENTA_DATABASE_USER", "harbour", "CUENTA_DATABASE_OWNER_USER", "cuenta"));

        assertThat(said.status()).isEqualTo(1);
        assertThat(said.text())
                .contains("has no role `harbour`", "create role harbour login")
                .doesNotContain("\tat ", "Error creating bean");
    }

    @Test
    void one_role_for_both_works_and_is_warned_of() {
        Output said = installation.startedWith(Map.of("CUENTA_DATABASE_USER", "cuenta"));

        assertThat(said.text()).contains("The database's user cuenta owns the tables", "Started CuentaApplication");
    }
}
