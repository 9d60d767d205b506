package dev.cuenta.service.problem;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import tools.jackson.core.JacksonException;

/** Turns refusals into problem documents. What is no refusal is a defect: the caller learns its number, the log the rest. */
@RestControllerAdvice
final class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler
    ResponseEntity<Map<String, Object>> refused(Problem problem, HttpServletRequest request) {
        Map<String, Object> body = body(
                problem.kind().type(), problem.kind().title(), problem.kind().status(), problem.detail(), request);
        if (!problem.violations().isEmpty()) {
            body.put("errors", problem.violations());
        }
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
    ResponseEntity<Map<String, Object>> unreadable(
            HttpMessageNotReadableException unreadable, HttpServletRequest request) {
        String where = unreadable.getCause() instanceof JacksonException broken && broken.getLocation() != null
                ? " It breaks at line " + broken.getLocation().getLineNr() + ", column "
                        + broken.getLocation().getColumnNr() + "."
                : "";
        return refused(
                Problem.of(
                        ProblemKind.MALFORMED,
                        "The body is not the JSON that belongs here." + where + " Check it against /v1/openapi.json."),
                request);
    }

    @ExceptionHandler
    ResponseEntity<Map<String, Object>> other(Exception failure, HttpServletRequest request) {
        return failure instanceof ErrorResponse known
                ? protocolError(
                        known.getStatusCode(), String.valueOf(known.getBody().getDetail()), request)
                : defect(failure, request);
    }

    /** An address, method or media type that does not exist here. */
    private static ResponseEntity<Map<String, Object>> protocolError(
            HttpStatusCode status, String detail, HttpServletRequest request) {
        return answer(
                status.value(),
                new HttpHeaders(),
                body("about:blank", "Not possible here", status.value(), detail, request));
    }

    private static ResponseEntity<Map<String, Object>> defect(Exception failure, HttpServletRequest request) {
        String incident = UUID.randomUUID().toString();
        LOG.error("Incident {} at {} {}", incident, request.getMethod(), request.getRequestURI(), failure);
        Map<String, Object> body = body(
                "urn:cuenta:problem:defect",
                "Something went wrong here",
                500,
                "The fault is ours. It is logged as incident " + incident + ".",
                request);
        body.put("incident", incident);
        return answer(500, new HttpHeaders(), body);
    }

    private static Map<String, Object> body(
            String type, String title, int status, String detail, HttpServletRequest request) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("type", type);
        body.put("title", title);
        body.put("status", status);
        body.put("detail", detail);
        body.put("instance", request.getRequestURI());
        return body;
    }

    private static ResponseEntity<Map<String, Object>> answer(
            int status, HttpHeaders headers, Map<String, Object> body) {
        return ResponseEntity.status(status)
                .headers(headers)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(body);
    }
}
