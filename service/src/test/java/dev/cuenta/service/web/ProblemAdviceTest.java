package dev.cuenta.service.web;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.load.Outage;
import dev.cuenta.wire.ProblemDocument;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.web.HttpRequestMethodNotSupportedException;

class ProblemAdviceTest {
    private final ProblemAdvice advice = new ProblemAdvice(new Outage(Clock.systemUTC()));
    private final MockHttpServletRequest request = new MockHttpServletRequest("GET", "/v1/me");

    @ParameterizedTest
    @EnumSource(ProblemKind.class)
    void every_kind_becomes_a_problem_document(ProblemKind kind) {
        ResponseEntity<ProblemDocument> answer = advice.refused(Problem.of(kind, "Why and what to do."), request);

        assertThat(answer.getStatusCode().value()).isEqualTo(kind.status());
        assertThat(answer.getHeaders().getContentType()).isEqualTo(MediaType.APPLICATION_PROBLEM_JSON);
        assertThat(answer.getBody())
                .isEqualTo(new ProblemDocument(
                        kind.type(), kind.title(), kind.status(), "Why and what to do.", "/v1/me", null, null));
    }

    @Test
    void an_overload_says_when_to_come_back_and_a_guest_how_to_sign_in() {
        var busy = advice.refused(Problem.unavailable("Busy.", Duration.ofSeconds(5)), request);
        var guest = advice.refused(Problem.of(ProblemKind.UNAUTHENTICATED, "Sign in."), request);

        assertThat(busy.getHeaders().getFirst(HttpHeaders.RETRY_AFTER)).isEqualTo("5");
        assertThat(guest.getHeaders().getFirst(HttpHeaders.WWW_AUTHENTICATE)).isEqualTo("Bearer");
    }

    @Test
    void a_defect_tells_its_number_and_nothing_else() {
        var answer = advice.other(
                new IllegalStateException("select hash from credential where email = 'ines@marea.example'"), request);

        assertThat(answer.getStatusCode().value()).isEqualTo(500);
        assertThat(answer.getBody()).extracting(ProblemDocument::incident).isNotNull();
        assertThat(String.valueOf(answer.getBody())).doesNotContain("select", "ines@marea.example", "IllegalState");
    }

    @ParameterizedTest
    @ValueSource(strings = {"08001", "08006", "53300", "55P03", "57P01", "57014"})
    void what_the_database_cannot_do_just_now_is_worth_another_try(String state) {
        var answer = advice.other(new IllegalStateException(new SQLException("gone", state)), request);

        assertThat(answer.getStatusCode().value()).isEqualTo(503);
        assertThat(answer.getHeaders().getFirst(HttpHeaders.RETRY_AFTER)).isEqualTo("2");
    }

    @Test
    void what_does_not_exist_here_is_no_defect() {
        assertThat(advice.other(new HttpRequestMethodNotSupportedException("PUT"), request)
                        .getStatusCode()
                        .value())
                .isEqualTo(405);
    }
}
