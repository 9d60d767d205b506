package dev.cuenta.service.web;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.body.JsonRefusal;
import dev.cuenta.service.body.StrictJson;
import dev.cuenta.service.body.Violations;
import dev.cuenta.service.load.Outage;
import dev.cuenta.store.database.Connections;
import dev.cuenta.wire.ProblemDocument;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.UUID;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;

/** Turns refusals into problem documents. What is no refusal is a defect: the caller learns its number, the log the rest. */
@RestControllerAdvice
final class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    private final Outage outage;

    ProblemAdvice(Outage outage) {
        this.outage = outage;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDocument> refused(Problem problem, HttpServletRequest request) {
        ProblemDocument body = new ProblemDocument(
                problem.kind().type(),
                problem.kind().title(),
                problem.kind().status(),
                problem.detail(),
                request.getRequestURI(),
                problem.violations().isEmpty()
                        ? null
                        : problem.violations().stream().map(Violations::wire).toList(),
                null);
        HttpHeaders headers = new HttpHeaders();
        problem.retryAfter()
                .map(Duration::toSeconds)
                .ifPresent(seconds -> headers.set(HttpHeaders.RETRY_AFTER, String.valueOf(seconds)));
        if (problem.kind() == ProblemKind.UNAUTHENTICATED) {
            headers.set(HttpHeaders.WWW_AUTHENTICATE, "Bearer");
        }
        return answer(problem.kind().status(), headers, body);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDocument> unreadable(HttpMessageNotReadableException unreadable, HttpServletRequest request) {
        return refused(JsonRefusal.of(unreadable), request);
    }

    /** A value in the address that is of another type, such as {@code limit=abc}. */
    @ExceptionHandler
    ResponseEntity<ProblemDocument> mistyped(MethodArgumentTypeMismatchException mistyped, HttpServletRequest request) {
        return refused(
                Problem.invalid(
                        "/" + mistyped.getName(),
                        "type",
                        "`" + mistyped.getName() + "` must be "
                                + (mistyped.getRequiredType() == null
                                        ? "something else"
                                        : JsonRefusal.wanted(mistyped.getRequiredType()))
                                + "."),
                request);
    }

    /** A query or a form whose percent signs are no characters. */
    @ExceptionHandler
    ResponseEntity<ProblemDocument> undecodable(InvalidParameterException undecodable, HttpServletRequest request) {
        return refused(
                Problem.of(
                        ProblemKind.MALFORMED,
                        "The address or the form is badly encoded: after each % two hexadecimal digits are needed."),
                request);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDocument> unsupported(StrictJson.UnsupportedBody unsupported, HttpServletRequest request) {
        return protocolError(unsupported.reason(), request);
    }

    @ExceptionHandler
    @Nullable
    ResponseEntity<ProblemDocument> other(Exception failure, HttpServletRequest request) {
        if (Connections.isAway(failure)) {
            outage.met(failure);
            return refused(
                    Problem.unavailable(
                            "The database does not answer just now. Try again in a moment.", Outage.COME_BACK),
                    request);
        }
        if (isGone(failure)) {
            return null;
        }
        return failure instanceof ErrorResponse known ? protocolError(known, request) : defect(failure, request);
    }

    /** An address, method or media type that does not exist here; the headers say which do (RFC 9110, sections 15.5.6 and 15.5.16). */
    private static ResponseEntity<ProblemDocument> protocolError(ErrorResponse known, HttpServletRequest request) {
        int status = known.getStatusCode().value();
        return answer(
                status,
                known.getHeaders(),
                new ProblemDocument(
                        "about:blank",
                        "Not possible here",
                        status,
                        String.valueOf(known.getBody().getDetail()),
                        request.getRequestURI(),
                        null,
                        null));
    }

    /** Whether nobody is there any more to whom something could be answered. */
    private static boolean isGone(Exception failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof AsyncRequestNotUsableException) {
                return true;
            }
        }
        return false;
    }

    private static ResponseEntity<ProblemDocument> defect(Exception failure, HttpServletRequest request) {
        String incident = UUID.randomUUID().toString();
        LOG.error("Incident {} at {} {}", incident, request.getMethod(), request.getRequestURI(), failure);
        return answer(
                500,
                new HttpHeaders(),
                new ProblemDocument(
                        "urn:cuenta:problem:defect",
                        "Something went wrong here",
                        500,
                        "The fault is ours. It is logged as incident " + incident + ".",
                        request.getRequestURI(),
                        null,
                        incident));
    }

    private static ResponseEntity<ProblemDocument> answer(int status, HttpHeaders headers, ProblemDocument body) {
        return ResponseEntity.status(status)
                .headers(headers)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(body);
    }
}
