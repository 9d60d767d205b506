package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;

/** A request whose body is there. A form's fields are parameters as well (Jakarta Servlet 6.1, section 3.1.1). */
final class WholeRequest extends HttpServletRequestWrapper {
    private final Arrival body;
    private final Map<String, String[]> parameters;

    /** @throws Problem MALFORMED for a form that is none */
    WholeRequest(HttpServletRequest request, Arrival body) throws IOException {
        super(request);
        this.body = body;
        this.parameters = isForm(request) ? withForm(request.getParameterMap(), text(body)) : Map.of();
    }

    private static String text(Arrival body) throws IOException {
        return new String(body.content().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static boolean isForm(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null && type.toLowerCase(Locale.ROOT).startsWith(MediaType.APPLICATION_FORM_URLENCODED_VALUE);
    }

    private static Map<String, String[]> withForm(Map<String, String[]> query, String body) {
        Map<String, List<String>> all = new LinkedHashMap<>();
        query.forEach((name, values) -> all.put(name, new ArrayList<>(List.of(values))));
        for (String pair : body.split("&")) {
            int equals = pair.indexOf('=');
            if (!pair.isEmpty()) {
                all.computeIfAbsent(decoded(equals < 0 ? pair : pair.substring(0, equals)), name -> new ArrayList<>())
                        .add(equals < 0 ? "" : decoded(pair.substring(equals + 1)));
            }
        }
        Map<String, String[]> parameters = new LinkedHashMap<>();
        all.forEach((name, values) -> parameters.put(name, values.toArray(String[]::new)));
        return parameters;
    }

    private static String decoded(String text) {
        try {
            return PlainText.of(URLDecoder.decode(text, StandardCharsets.UTF_8));
        } catch (IllegalArgumentException broken) {
            throw Problem.of(ProblemKind.MALFORMED, "The form is cut short or badly encoded: a % is no two digits.");
        }
    }

    /** Also where the body was waited for: what comes behind meets the request for the first time, and asks whether it does. */
    @Override
    public DispatcherType getDispatcherType() {
        return DispatcherType.REQUEST;
    }

    @Override
    public ServletInputStream getInputStream() {
        return new Stored(body.content());
    }

    @Override
    public BufferedReader getReader() {
        return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }

    @Override
    public @Nullable String getParameter(String name) {
        String[] values = getParameterValues(name);
        return values == null ? null : values[0];
    }

    @Override
    public String @Nullable [] getParameterValues(String name) {
        return parameters.isEmpty() ? super.getParameterValues(name) : parameters.get(name);
    }

    @Override
    public Map<String, String[]> getParameterMap() {
        return parameters.isEmpty() ? super.getParameterMap() : Collections.unmodifiableMap(parameters);
    }

    @Override
    public Enumeration<String> getParameterNames() {
        return parameters.isEmpty() ? super.getParameterNames() : Collections.enumeration(parameters.keySet());
    }

    private static final class Stored extends ServletInputStream {
        private final InputStream bytes;

        Stored(InputStream bytes) {
            this.bytes = bytes;
        }

        @Override
        public int read() throws IOException {
            return bytes.read();
        }

        @Override
        public int read(byte[] target, int from, int length) throws IOException {
            return bytes.read(target, from, length);
        }

        @Override
        public boolean isFinished() {
            try {
                return bytes.available() == 0;
            } catch (IOException notOfBytesInMemory) {
                return true;
            }
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new IllegalStateException("The body is there already");
        }
    }
}
