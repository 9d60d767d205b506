package dev.cuenta.service.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.service.load.Network;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mock.web.MockHttpServletRequest;

class ForwardedTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Forwarded|for=192.0.2.43|192.0.2.43",
                "Forwarded|For=\"[2001:db8:cafe::17]:4711\"|[2001:db8:cafe::17]:4711",
                "Forwarded|for=192.0.2.43;proto=http, for=198.51.100.17;by=203.0.113.43|192.0.2.43 198.51.100.17",
                "Forwarded|proto=https|unknown",
                "Forwarded|for=_hidden, for=198.51.100.17|_hidden 198.51.100.17",
                "X-Forwarded-For|192.0.2.43, 198.51.100.17|192.0.2.43 198.51.100.17",
                "X-Forwarded-For|, ,|"
            })
    void says_from_whom_each_had_the_request(String header, String value, String addresses) {
        MockHttpServletRequest request = new MockHttpServletRequest();
        request.addHeader(header, value);

        assertThat(String.join(" ", Forwarded.of(request).addresses())).isEqualTo(addresses == null ? "" : addresses);
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.43, 192.0.2.43",
        "192.0.2.43:80, 192.0.2.43",
        "2001:db8::1, 2001:db8:0:0:0:0:0:1",
        "[2001:db8::1], 2001:db8:0:0:0:0:0:1",
        "[2001:db8::1]:443, 2001:db8:0:0:0:0:0:1",
        "::ffff:192.0.2.1, 192.0.2.1",
        "unknown, ''",
        "_hidden, ''",
        "localhost, ''",
        "marea.example, ''",
        "1.2.3.999, ''",
        "'', ''"
    })
    void an_address_is_written_in_digits(String said, String address) {
        assertThat(Forwarded.address(said).map(found -> found.getHostAddress()).orElse(""))
                .isEqualTo(address);
    }

    @ParameterizedTest
    @CsvSource({
        "10.0.0.0/8, 10.255.0.1, true",
        "10.0.0.0/8, 11.0.0.1, false",
        "127.0.0.1, 127.0.0.1, true",
        "127.0.0.1, 127.0.0.2, false",
        "192.0.2.128/25, 192.0.2.127, false",
        "192.0.2.128/25, 192.0.2.200, true",
        "0.0.0.0/0, 203.0.113.9, true",
        "0.0.0.0/0, ::1, false",
        "fd00::/8, fdff::1, true",
        "fd00::/8, fe00::1, false"
    })
    void a_network_holds_what_begins_alike(String network, String address, boolean held) {
        assertThat(Network.of(network).contains(Network.address(address).orElseThrow()))
                .isEqualTo(held);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "10.0.0.0/33", "10.0.0.0/-1", "proxy.marea.example", "10.0.0/x"})
    void what_is_no_network_is_refused(String text) {
        assertThatThrownBy(() -> Network.of(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.1, 192.0.2.2, false",
        "192.0.2.1, ::ffff:192.0.2.1, true",
        "2001:db8:1:2::1, 2001:db8:1:2:ffff::9, true",
        "2001:db8:1:2::1, 2001:db8:1:3::1, false"
    })
    void whoever_has_a_network_of_their_own_is_one(String one, String other, boolean same) {
        assertThat(Network.subscriber(one).equals(Network.subscriber(other))).isEqualTo(same);
        assertThat(List.of(Network.subscriber("nowhere"))).containsExactly("nowhere");
    }
}
