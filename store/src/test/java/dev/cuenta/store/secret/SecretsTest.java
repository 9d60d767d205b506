package dev.cuenta.store.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.database.TestKeys;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SecretsTest {
    private static final Field LICENCE = Models.of(
                    Models.smallWith("licence: { type: string, sensitivity: secret, read: [owner], write: [owner] }"))
            .fields()
            .get(new FieldPath(null, "licence"));

    private final TestKeys keys = new TestKeys();
    private final Secrets secrets = new Secrets(keys);

    @Test
    void what_is_sealed_opens_for_its_own_account_and_looks_different_each_time() {
        byte[] first = seal("17");

        assertThat(secrets.stored(LICENCE, "17", first).open()).isEqualTo("MMSI 224000999");
        assertThat(first).isNotEqualTo(seal("17"));
        assertThat(new String(first, StandardCharsets.ISO_8859_1)).doesNotContain("MMSI");
        assertThat(secrets.stored(LICENCE, "17", first)).hasToString("sealed");
    }

    @Test
    void moved_to_another_account_it_does_not_open() {
        assertThat(refusal("18", seal("17")).kind()).isEqualTo(ProblemKind.CONFLICT);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 9, 20, 21, 40})
    void changed_at_any_place_it_does_not_open(int place) {
        byte[] bytes = seal("17");
        bytes[place] ^= 1;
        assertThat(refusal("17", bytes).kind()).isEqualTo(ProblemKind.CONFLICT);
    }

    @Test
    void cut_off_it_does_not_open() {
        byte[] bytes = seal("17");
        for (int length = 0; length < bytes.length; length++) {
            assertThat(refusal("17", Arrays.copyOf(bytes, length)).kind()).isEqualTo(ProblemKind.CONFLICT);
        }
    }

    @Test
    void an_earlier_key_opens_what_it_sealed_until_it_is_gone() {
        byte[] before = seal("17");
        keys.add();
        byte[] after = seal("17");

        assertThat(Secrets.keyOf(before)).isEqualTo("00000001");
        assertThat(Secrets.keyOf(after)).isEqualTo("00000002");
        assertThat(secrets.stored(LICENCE, "17", before).open()).isEqualTo("MMSI 224000999");
        assertThat(Secrets.keyOf(secrets.renewed("17", before))).isEqualTo("00000002");
        keys.forget();
        Problem refused = refusal("17", before);
        assertThat(refused.kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        assertThat(refused).hasMessageContaining("00000001");
    }

    private byte[] seal(String account) {
        return Objects.requireNonNull(secrets.seal(LICENCE, account, "MMSI 224000999"));
    }

    private Problem refusal(String account, byte[] bytes) {
        return catchThrowableOfType(
                Problem.class, () -> secrets.stored(LICENCE, account, bytes).open());
    }
}
