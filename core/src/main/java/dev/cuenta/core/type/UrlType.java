package dev.cuenta.core.type;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Map;

/** An absolute web address (RFC 3986) with the scheme http or https; nothing that a page would run. */
final class UrlType extends TextualType {
    private static final int LONGEST = 2000;

    UrlType() {
        super("url");
    }

    @Override
    Outcome readText(String text) {
        return text.length() <= LONGEST && isWebAddress(text)
                ? Outcome.accepted(text)
                : Outcome.refused("url", "Is not a web address, such as https://marea.example/berths.");
    }

    private static boolean isWebAddress(String text) {
        try {
            URI uri = new URI(text);
            boolean web = "https".equalsIgnoreCase(uri.getScheme()) || "http".equalsIgnoreCase(uri.getScheme());
            return web && uri.getHost() != null && uri.getUserInfo() == null;
        } catch (URISyntaxException notAnAddress) {
            return false;
        }
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        Map<String, Object> schema = super.schema(limits);
        schema.put("format", "uri");
        return schema;
    }

    @Override
    public boolean hasForm() {
        return true;
    }

    @Override
    public FormControl control() {
        return FormControl.URL;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return "https://" + words.handle().replace('.', '-') + ".example/";
    }
}
