package dev.cuenta.core.permission;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;

class CuentaPermissionTest {
    @Test
    void docs_list_the_catalogue() throws IOException {
        List<String> lines = Files.readAllLines(Models.root().resolve("docs/account-model.md"));
        for (CuentaPermission permission : CuentaPermission.values()) {
            assertThat(lines)
                    .contains("| `%s` | %s | %s |"
                            .formatted(
                                    permission,
                                    permission.withinTenant() ? "within a tenant" : "everywhere only",
                                    permission.meaning()));
        }
    }

    @Test
    void a_word_of_ours_is_ours_and_every_other_is_the_team_s() {
        assertThat(Permission.of("accounts.read")).isSameAs(CuentaPermission.ACCOUNTS_READ);
        assertThat(Permission.of("berths.assign")).isEqualTo(new TeamPermission("berths.assign"));
        assertThatThrownBy(() -> new TeamPermission("accounts.read")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void everything_is_more_than_all_that_are_named() {
        Permissions everything = Permissions.of(List.of("*", "berths.assign"));
        Permissions named = Permissions.of(CuentaPermission.words());

        assertThat(everything.includeAll(named)).isTrue();
        assertThat(named.includeAll(everything)).isFalse();
        assertThat(everything.without(named).words()).containsExactly("*", "berths.assign");
        assertThat(named.without(everything).isEmpty()).isTrue();
    }
}
