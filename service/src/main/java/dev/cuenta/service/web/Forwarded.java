package dev.cuenta.service.web;

import dev.cuenta.service.load.Network;
import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What proxies say of a request that they pass on: {@code Forwarded} (RFC 7239), or the older {@code X-Forwarded-For} and
 * {@code X-Forwarded-Proto}.
 *
 * @param addresses from whom each had it, the client's first
 * @param secure whether it came to the last of them over TLS
 */
record Forwarded(List<String> addresses, boolean secure) {
    private static final Pattern PAIR = Pattern.compile("\\s*([A-Za-z]+)=(\"[^\"]*\"|[^;,\"\\s]*)\\s*");
    private static final Pattern PORT = Pattern.compile("^(?:\\[([^]]*)](?::\\d+)?|([0-9.]+)(?::\\d+)?)$");

    static Forwarded of(HttpServletRequest request) {
        List<String> elements = elements(request, "Forwarded");
        if (elements.isEmpty()) {
            List<String> protocols = elements(request, "X-Forwarded-Proto");
            return new Forwarded(
                    elements(request, "X-Forwarded-For"),
                    !protocols.isEmpty() && protocols.get(protocols.size() - 1).equalsIgnoreCase("https"));
        }
        List<String> addresses = elements.stream()
                .map(element -> pair("for", element).orElse("unknown"))
                .toList();
        return new Forwarded(
                addresses,
                pair("proto", elements.get(elements.size() - 1))
                        .filter("https"::equalsIgnoreCase)
                        .isPresent());
    }

    private static List<String> elements(HttpServletRequest request, String header) {
        List<String> elements = new ArrayList<>();
        for (String line : Collections.list(request.getHeaders(header))) {
            for (String element : line.split(",")) {
                if (!element.isBlank()) {
                    elements.add(element.strip());
                }
            }
        }
        return elements;
    }

    private static Optional<String> pair(String name, String element) {
        Matcher pairs = PAIR.matcher(element);
        while (pairs.find()) {
            if (pairs.group(1).toLowerCase(Locale.ROOT).equals(name)) {
                return Optional.of(pairs.group(2).replace("\"", ""));
            }
        }
        return Optional.empty();
    }

    /** With a port or brackets, as they may stand there; empty for a name, which nobody looks up. */
    static Optional<InetAddress> address(String said) {
        Matcher port = PORT.matcher(said);
        return Network.address(port.matches() ? port.group(1) == null ? port.group(2) : port.group(1) : said);
    }
}
