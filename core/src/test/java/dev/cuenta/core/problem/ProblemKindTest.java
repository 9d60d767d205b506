package dev.cuenta.core.problem;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ProblemKindTest {
    @ParameterizedTest
    @EnumSource(ProblemKind.class)
    void every_kind_has_a_type_of_its_own_a_client_error_or_unavailable_and_a_line_in_the_docs(ProblemKind kind)
            throws IOException {
        assertThat(ProblemKind.ofType(kind.type())).contains(kind);
        assertThat(kind.status()).isBetween(400, 503);
        assertThat(Files.readString(Models.root().resolve("docs/http.md"))).contains("`" + kind.type() + "`");
    }
}
