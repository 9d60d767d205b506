package dev.cuenta.service.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.util.DigestUtils;
import org.springframework.web.context.request.ServletWebRequest;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes accounts straight to the response: to look for whoever can write them takes as long as to read one.
 *
 * <p>The tag is made of the very bytes that leave: whatever an answer shows, roles, a tenant's name, a value computed from the day, has
 * another one when it changes, for this reader.
 */
@Component
final class AccountAnswers {
    private final JsonMapper json;

    AccountAnswers(JsonMapper json) {
        this.json = json;
    }

    void found(AccountUseCases.View view, HttpServletRequest request, HttpServletResponse response) {
        byte[] body = json.writeValueAsBytes(view.json());
        String tag = "\"" + view.version() + "-" + DigestUtils.md5DigestAsHex(body) + "\"";
        boolean reads = HttpMethod.GET.matches(request.getMethod()) || HttpMethod.HEAD.matches(request.getMethod());
        if (!reads || !new ServletWebRequest(request, response).checkNotModified(tag)) {
            response.setHeader(HttpHeaders.ETAG, tag);
            write(body, response);
        }
    }

    void made(AccountUseCases.View view, HttpServletRequest request, HttpServletResponse response) {
        response.setStatus(HttpStatus.CREATED.value());
        response.setHeader(HttpHeaders.LOCATION, "/v1/accounts/" + view.json().get("id"));
        found(view, request, response);
    }

    private static void write(byte[] body, HttpServletResponse response) {
        response.setContentType(MediaType.APPLICATION_JSON_VALUE);
        response.setContentLength(body.length);
        try {
            response.getOutputStream().write(body);
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }
}
