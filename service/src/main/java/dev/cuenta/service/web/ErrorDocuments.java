package dev.cuenta.service.web;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.ProblemDocument;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.net.SocketTimeoutException;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What went wrong outside of the addresses' own code, as a problem document. */
@RestController
final class ErrorDocuments implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<ProblemDocument> show(HttpServletRequest request) {
        if (request.getAttribute(RequestDispatcher.ERROR_EXCEPTION) instanceof SocketTimeoutException) {
            throw Problem.of(ProblemKind.TOO_SLOW, "The body stopped arriving. Send it again.");
        }
        int code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer said
                ? said
                : HttpStatus.NOT_FOUND.value();
        HttpStatus status = HttpStatus.valueOf(code);
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(new ProblemDocument(
                        "about:blank",
                        status.getReasonPhrase(),
                        code,
                        "The request could not be answered.",
                        null,
                        null,
                        null));
    }
}
