package dev.cuenta.service.web;

import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** The server's own refusals as problem documents (RFC 9457), with nothing of the request in them. */
public final class ProblemValve extends ErrorReportValve {
    @Override
    protected void report(Request request, Response response, @Nullable Throwable failure) {
        int status = response.getStatus();
        if (status < HttpStatus.BAD_REQUEST.value()
                || response.getContentWritten() > 0
                || !response.setErrorReported()) {
            return;
        }
        HttpStatus known = HttpStatus.resolve(status);
        try {
            response.setContentType("application/problem+json");
            response.setCharacterEncoding(StandardCharsets.UTF_8.name());
            Writer writer = response.getReporter();
            if (writer != null) {
                writer.write("""
                        {"type":"about:blank","title":"%s","status":%d,"detail":"The server cannot make out this request."}""".formatted(known == null ? "Not possible here" : known.getReasonPhrase(), status));
                response.finishResponse();
            }
        } catch (IOException | IllegalStateException gone) {
            // Whoever asked does not wait for the answer any more.
        }
    }
}
