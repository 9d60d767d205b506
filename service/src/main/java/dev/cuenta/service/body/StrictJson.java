package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.InvalidMediaTypeException;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;

/**
 * Reads each JSON body once before it becomes anything: what no field could hold is refused by its place (JSON Pointer, RFC 6901), whatever
 * the address does with the rest. That there are no unknown keys and no other types is the object mapper's part.
 */
@RestControllerAdvice
public final class StrictJson extends RequestBodyAdviceAdapter {
    private static final int DEEPEST = 32;
    private static final int LONGEST_NUMBER = 64;
    private static final int LONGEST_NAME = 200;
    private static final int MOST_VIOLATIONS = 20;

    private static final MediaType MERGE_PATCH = new MediaType("application", "merge-patch+json");

    private static final JsonFactory JSON = JsonFactory.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .streamReadConstraints(StreamReadConstraints.builder()
                    .maxNestingDepth(DEEPEST)
                    .maxNumberLength(LONGEST_NUMBER)
                    .maxNameLength(LONGEST_NAME)
                    .build())
            .build();

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return JacksonJsonHttpMessageConverter.class.isAssignableFrom(converter);
    }

    @Override
    public HttpInputMessage beforeBodyRead(
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter)
            throws IOException {
        requireJson(message, parameter.hasMethodAnnotation(PatchMapping.class));
        byte[] body = message.getBody().readAllBytes();
        List<Violation> violations = new ArrayList<>();
        try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), body)) {
            while (parser.nextToken() != null && violations.size() < MOST_VIOLATIONS) {
                check(parser, violations);
                if (parser.streamReadContext().inRoot() && parser.currentToken().isStructEnd()) {
                    requireEnd(parser, message);
                }
            }
        } catch (JacksonException broken) {
            throw new HttpMessageNotReadableException("Not JSON", broken, message);
        }
        if (!violations.isEmpty()) {
            throw Problem.invalid(violations);
        }
        return new Read(message.getHeaders(), body);
    }

    private static void requireEnd(JsonParser parser, HttpInputMessage message) {
        if (parser.nextToken() != null) {
            throw new HttpMessageNotReadableException("More than one value", message);
        }
    }

    private static void requireJson(HttpInputMessage message, boolean patch) {
        MediaType type = contentType(message);
        boolean json = type != null && type.isConcrete() && MediaType.APPLICATION_JSON.equalsTypeAndSubtype(type);
        boolean merge = patch && type != null && MERGE_PATCH.equalsTypeAndSubtype(type);
        if (!json && !merge) {
            throw UnsupportedBody.instead(patch, type);
        }
    }

    private static @Nullable MediaType contentType(HttpInputMessage message) {
        try {
            return message.getHeaders().getContentType();
        } catch (InvalidMediaTypeException none) {
            return null;
        }
    }

    private static void check(JsonParser parser, List<Violation> violations) {
        JsonToken token = parser.currentToken();
        boolean text = token == JsonToken.VALUE_STRING || token == JsonToken.PROPERTY_NAME;
        if (text && !PlainText.isPlain(parser.getString())) {
            violations.add(new Violation(place(parser), "text", "Has a NUL or half a character in it. Take it out."));
        }
        if (token == JsonToken.VALUE_NULL && parser.streamReadContext().inArray()) {
            violations.add(new Violation(place(parser), "null", "Stands in a list, where every place has a value."));
        }
    }

    private static String place(JsonParser parser) {
        String pointer = parser.streamReadContext().pathAsPointer().toString();
        return PlainText.isPlain(pointer) ? pointer : "";
    }

    /** A body of another media type; unchecked, for an advice may throw nothing else. */
    public static final class UnsupportedBody extends RuntimeException {
        private final HttpMediaTypeNotSupportedException reason;

        UnsupportedBody(HttpMediaTypeNotSupportedException reason) {
            super(reason);
            this.reason = reason;
        }

        static UnsupportedBody instead(boolean patch, @Nullable MediaType type) {
            return new UnsupportedBody(new HttpMediaTypeNotSupportedException(
                    type,
                    patch ? List.of(MERGE_PATCH, MediaType.APPLICATION_JSON) : List.of(MediaType.APPLICATION_JSON)));
        }

        /** As the framework would have said it. */
        public HttpMediaTypeNotSupportedException reason() {
            return reason;
        }
    }

    /** The same once more. */
    private static final class Read implements HttpInputMessage {
        private final HttpHeaders headers;
        private final byte[] body;

        Read(HttpHeaders headers, byte[] body) {
            this.headers = headers;
            this.body = body;
        }

        @Override
        public HttpHeaders getHeaders() {
            return headers;
        }

        @Override
        public InputStream getBody() {
            return new ByteArrayInputStream(body);
        }
    }
}
