package dev.cuenta.service.body;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.load.Shares;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.web.filter.OncePerRequestFilter;

class WholeRequestTest {
    /** Shares of threads are counted by such a filter: nobody escapes it by sending the body a moment later. */
    @Test
    void what_is_done_once_for_each_request_is_done_for_one_whose_body_was_waited_for() throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/v1/sessions");
        request.setDispatcherType(DispatcherType.ASYNC);
        Arrival arrival = new Arrival(100, "192.0.2.1", new Shares(1000, 1000));
        AtomicInteger times = new AtomicInteger();

        new OncePerRequestFilter() {
            @Override
            protected void doFilterInternal(HttpServletRequest asked, HttpServletResponse response, FilterChain chain)
                    throws ServletException, IOException {
                times.incrementAndGet();
                chain.doFilter(asked, response);
            }
        }.doFilter(new WholeRequest(request, arrival), new MockHttpServletResponse(), (asked, response) -> {});

        assertThat(times).hasValue(1);
    }
}
