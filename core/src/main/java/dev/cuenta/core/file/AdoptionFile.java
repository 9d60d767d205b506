package dev.cuenta.core.file;

import dev.cuenta.core.adoption.AdoptionPlan;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.adoption.NamedBy;
import dev.cuenta.core.adoption.OwnColumns;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A plan file of an adoption that has been read.
 *
 * @param findings in the order of the file
 */
public record AdoptionFile(List<Finding> findings, Optional<AdoptionPlan> plan) {
    private enum Ids {
        KEEP,
        NEW
    }

    public AdoptionFile {
        findings = List.copyOf(findings);
    }

    /** Never throws for what a file may hold: everything that is wrong becomes a finding. */
    public static AdoptionFile read(String name, String source) {
        Findings findings = new Findings(name);
        Optional<AdoptionPlan> plan = Document.root(source, findings).map(AdoptionFile::plan);
        return new AdoptionFile(findings.list(), plan.filter(it -> !findings.hasErrors()));
    }

    private static AdoptionPlan plan(Section file) {
        AdoptionPlan plan = new AdoptionPlan(
                file.require("source", "Name what is adopted, such as `source: old-harbour`.")
                        .flatMap(AdoptionFile::sourceName)
                        .orElse(""),
                text("from", file, "Say where the rows are: a JDBC address or a file."),
                optional("table", file),
                file.take("beside").map(Element::texts).orElse(List.of()),
                text("key", file, "Name the column that tells rows apart."),
                file.take("ids").flatMap(element -> element.oneOf(Ids.class)).orElse(Ids.NEW) == Ids.KEEP,
                own(file),
                fields(file),
                clashes(file));
        file.refuseOthers();
        return plan;
    }

    private static OwnColumns own(Section file) {
        return new OwnColumns(
                named("kind", file, NamedBy::always),
                named("roles", file, NamedBy::column),
                named("tenants", file, NamedBy::column),
                optional("created", file),
                optional("lastModified", file),
                optional("password", file),
                texts(file.take("confirmed").flatMap(Element::section)));
    }

    /** Either a text, or a column and what its values stand for. */
    private static NamedBy named(String key, Section file, Function<String, NamedBy> ofText) {
        return file.take(key)
                .flatMap(element -> element.isGroup()
                        ? element.section().map(AdoptionFile::mapped)
                        : element.text().map(ofText))
                .orElse(NamedBy.NOTHING);
    }

    private static NamedBy mapped(Section section) {
        NamedBy named = new NamedBy(
                text("column", section, "Name the column, such as `column: member_type`."),
                null,
                texts(section.take("values").flatMap(Element::section)));
        section.refuseOthers();
        return named;
    }

    /** It stands in addresses and file names. */
    private static Optional<String> sourceName(Element element) {
        Optional<String> name = element.text();
        if (name.filter(text -> !text.matches("[a-z0-9][a-z0-9-]{0,39}")).isPresent()) {
            element.report(
                    FindingCode.BAD_NAME,
                    "`" + name.get() + "` cannot be a source's name.",
                    "Use small letters, digits and hyphens, 40 at most.");
        }
        return name;
    }

    private static String text(String key, Section file, String advice) {
        return file.require(key, advice).flatMap(Element::text).orElse("");
    }

    private static @Nullable String optional(String key, Section file) {
        return file.take(key).flatMap(Element::text).orElse(null);
    }

    private static Map<String, String> fields(Section file) {
        return texts(file.require("fields", "Say which column each field comes from, such as `email: email_address`.")
                .flatMap(Element::section));
    }

    private static Map<String, String> texts(Optional<Section> given) {
        Map<String, String> texts = new LinkedHashMap<>();
        given.ifPresent(section ->
                section.entries().forEach((name, element) -> element.text().ifPresent(text -> texts.put(name, text))));
        return texts;
    }

    private static Map<String, Clash> clashes(Section file) {
        Map<String, Clash> clashes = new LinkedHashMap<>();
        file.take("clashes")
                .flatMap(Element::section)
                .ifPresent(section -> section.entries()
                        .forEach((field, element) ->
                                element.oneOf(Clash.class).ifPresent(clash -> clashes.put(field, clash))));
        return clashes;
    }
}
