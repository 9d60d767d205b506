package dev.cuenta.service.dossier;

import static org.springframework.web.util.HtmlUtils.htmlEscape;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A dossier as a page that can be read, printed and kept: no script, and nothing that it loads. */
final class DossierPage {
    private static final Map<String, String> TITLES = Map.ofEntries(
            Map.entry("account", "Account"),
            Map.entry("values", "What is kept"),
            Map.entry("pictures", "Pictures"),
            Map.entry("roles", "Roles"),
            Map.entry("tenants", "Belongs to"),
            Map.entry("signIn", "Signing in"),
            Map.entry("sessions", "Signed in now"),
            Map.entry("services", "Services that can read it"),
            Map.entry("dependents", "Records of services that hang on it"),
            Map.entry("origins", "Where it came from"),
            Map.entry("retention", "What is removed, and when"),
            Map.entry("activity", "What was done"));

    private static final String HEAD = """
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
            <title>%1$s</title>
            <style>
              :root { color-scheme: light dark; --line: #d6d3d1; --quiet: #57534e; }
              @media (prefers-color-scheme: dark) { :root { --line: #2c4247; --quiet: #a8b8bb; } body { background: #0c1618; } }
              body { font: 14px/1.5 Inter, system-ui, sans-serif; max-width: 68rem; margin: 2rem auto; padding: 0 1rem; }
              h1 { font-size: 1.75rem; font-weight: 650; margin: 0; } h2 { font-size: 1.25rem; font-weight: 650; margin: 2rem 0 .5rem; }
              .quiet { color: var(--quiet); } .wide { overflow-x: auto; }
              table { border-collapse: collapse; width: 100%%; font-variant-numeric: tabular-nums; }
              th, td { text-align: left; vertical-align: top; padding: .35rem .75rem .35rem 0; border-bottom: 1px solid var(--line);
                overflow-wrap: break-word; min-width: 5rem; max-width: 24rem; }
              th { font-weight: 500; color: var(--quiet); }
            </style></head><body>
            <h1>%1$s</h1><p class="quiet">All that is kept about this account.</p>
            """;

    private static final Pattern MOMENT = Pattern.compile("^(\\d{4}-\\d\\d-\\d\\d)T(\\d\\d:\\d\\d)[^Z]*Z$");

    private DossierPage() {}

    static String of(Map<String, ?> dossier) {
        Object name = dossier.get("account") instanceof Map<?, ?> account ? account.get("displayName") : null;
        StringBuilder page = new StringBuilder(HEAD.formatted(htmlEscape(String.valueOf(name))));
        dossier.forEach((section, content) -> {
            List<?> rows = content instanceof Map<?, ?> one ? List.of(one) : (List<?>) content;
            page.append("<h2>")
                    .append(htmlEscape(TITLES.getOrDefault(section, section)))
                    .append("</h2>");
            page.append(
                    rows.isEmpty() || rows.get(0).equals(Map.of()) ? "<p class=\"quiet\">Nothing.</p>" : table(rows));
        });
        return page.append("</body></html>\n").toString();
    }

    private static String table(List<?> rows) {
        Set<String> columns = new LinkedHashSet<>();
        rows.forEach(row -> ((Map<?, ?>) row).keySet().forEach(column -> columns.add(String.valueOf(column))));
        if (columns.contains("label")) {
            columns.remove("field");
        }
        StringBuilder table = new StringBuilder("<div class=\"wide\"><table><thead><tr>");
        columns.forEach(column -> table.append("<th scope=\"col\">")
                .append(htmlEscape(worded(column)))
                .append("</th>"));
        table.append("</tr></thead><tbody>");
        for (Object row : rows) {
            table.append("<tr>");
            columns.forEach(column -> table.append("<td>")
                    .append(cell(((Map<?, ?>) row).get(column)))
                    .append("</td>"));
            table.append("</tr>");
        }
        return table.append("</tbody></table></div>").toString();
    }

    private static String cell(@Nullable Object value) {
        if (value == null) {
            return "";
        }
        if (value instanceof Collection<?> several) {
            return several.stream().map(DossierPage::cell).collect(Collectors.joining(", "));
        }
        if (value instanceof Map<?, ?> pairs) {
            return pairs.entrySet().stream()
                    .map(pair -> htmlEscape(pair.getKey() + ": ") + cell(pair.getValue()))
                    .collect(Collectors.joining("; "));
        }
        return htmlEscape(MOMENT.matcher(value.toString()).replaceFirst("$1 $2 UTC"));
    }

    /** {@code lastModified} as "last modified". */
    private static String worded(String name) {
        return name.replaceAll("([a-z])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
    }
}
