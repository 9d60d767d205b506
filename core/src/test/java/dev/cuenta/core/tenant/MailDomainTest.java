package dev.cuenta.core.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MailDomainTest {
    @Test
    void one_domain_has_one_form_however_it_is_spelt() {
        MailDomain domain = new MailDomain("marea.example");
        assertThat(MailDomain.parse(" Marea.EXAMPLE ")).contains(domain);
        assertThat(MailDomain.of("ines@marea.example")).contains(domain);
        assertThat(MailDomain.of("Ines@MAREA.Example")).contains(domain);
        assertThat(MailDomain.parse("peña.example")).isEqualTo(MailDomain.parse("PEÑA.example"));
        assertThat(MailDomain.parse("peña.example")).isEqualTo(MailDomain.parse("xn--pea-8ma.example"));
        assertThat(MailDomain.parse("straße.example")).isNotEqualTo(MailDomain.parse("strasse.example"));
        assertThat(MailDomain.of("k06712@ℹslaverde.example")).isEqualTo(MailDomain.parse("islaverde.example"));
        assertThat(MailDomain.of("ines@harbour.marea.example")).contains(new MailDomain("harbour.marea.example"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "example",
                "marea..example",
                ".marea.example",
                "marea.example.",
                "-marea.example",
                "marea_.example",
                "192.0.2.1",
                "a@marea.example",
                "ma rea.example",
                "ma\u0000rea.example",
                "*.example"
            })
    void what_is_none_is_refused(String text) {
        assertThat(MailDomain.parse(text)).isEqualTo(Optional.empty());
    }

    @Test
    void nothing_is_longer_than_a_domain_can_be() {
        assertThat(MailDomain.parse("a".repeat(64) + ".example")).isEmpty();
        assertThat(MailDomain.parse("abcdefgh.".repeat(30) + "example")).isEmpty();
        assertThat(MailDomain.parse("ñ.".repeat(100) + "example")).isEmpty();
    }
}
