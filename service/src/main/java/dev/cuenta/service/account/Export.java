package dev.cuenta.service.account;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.load.Turnstile;
import dev.cuenta.service.web.BrokenAnswer;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes all accounts that a filter chooses as lines of JSON, from one snapshot: what changes meanwhile is not in it. Only one batch is in
 * memory. An answer that ends as HTTP says is whole; where something fails in the middle, the connection is closed before its end.
 */
@Component
final class Export {
    static final String LINES = "application/x-ndjson";

    private static final int BUFFER = 1 << 16;
    /** Each keeps a snapshot, and a publish waits for those. */
    private static final int AT_ONCE = 2;

    private final Listing listing;
    private final JsonMapper json;
    private final Turnstile turnstile =
            new Turnstile(AT_ONCE, 0, "Two exports are under way already, which is as many as there may be.");

    Export(Listing listing, JsonMapper json) {
        this.listing = listing;
        this.json = json;
    }

    /** @throws Problem UNAVAILABLE where too many are under way */
    void write(Caller caller, Listing.Request request, HttpServletResponse response) {
        turnstile.pass(() -> {
            try {
                listing.all(caller, request, new Lines(response));
            } catch (UncheckedIOException gone) {
                // Whoever read does not wait for the rest.
            } catch (RuntimeException failure) {
                throw response.isCommitted() ? new BrokenAnswer(failure) : failure;
            }
            return request;
        });
    }

    /** What is refused before the first batch has left is told as usual. */
    private final class Lines implements Listing.Batches {
        private final HttpServletResponse response;
        private OutputStream out = OutputStream.nullOutputStream();

        Lines(HttpServletResponse response) {
            this.response = response;
        }

        @Override
        public void begin() {
            if (response.isCommitted()) {
                throw new IllegalStateException("The answer was begun already");
            }
            response.setContentType(LINES);
            try {
                out = new BufferedOutputStream(response.getOutputStream(), BUFFER);
            } catch (IOException gone) {
                throw new UncheckedIOException(gone);
            }
        }

        @Override
        public void add(List<Map<String, Object>> batch) {
            try {
                for (Map<String, Object> account : batch) {
                    out.write(json.writeValueAsBytes(account));
                    out.write('\n');
                }
            } catch (IOException gone) {
                throw new UncheckedIOException(gone);
            }
        }

        @Override
        public void end() {
            try {
                out.flush();
            } catch (IOException gone) {
                throw new UncheckedIOException(gone);
            }
        }
    }
}
