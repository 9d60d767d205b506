package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.cuenta.core.code.Language;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.sharing.Contract;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The code that services are given is code: what reads it is what their teams read it with. */
class TypesTest extends OnMarea {
    /** Every type of field, words of the languages as names, and texts that would end a literal. */
    private static final String ODD = """
            cuenta: 1
            name: marea
            displayName: '{class}'
            access: { read: [owner, administrator], write: [owner, administrator] }
            kinds: { berthHolder: { profiles: [import, mooring], default: true }, staff: { profiles: [import] } }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
              class: { type: string, maxLength: 20 }
              mooringPlan: { type: choice, options: [day, year] }
              select: { type: choice, options: ["it's", 'a "quoted" one', 'back\\slash', 'two words', 'two-words', '1st', 'ñandú', '日', '🚤'] }
              role: { type: choice, options: [stern, bow] }
              spare: { type: email, multiValued: true }
              flags: { type: choice, multiValued: true, options: [red, green] }
              anything: { type: json, maxBytes: 1 KiB }
              bornOn: { type: date }
              notify: { type: boolean }
              seenAt: { type: dateTime }
              newsletter: { type: boolean, default: false }
            profiles:
              import: { fields: { def: { type: integer }, lambda: { type: decimal, precision: 5, scale: 2 } } }
              mooring: { fields: { plan: { type: choice, options: [month] }, class: { type: boolean } } }
            roles:
              boater:        { number: 1, default: true }
              harbourMaster: { number: 2, within: tenant, may: [berths.assign, accounts.read] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many }
            services:
              berths: { reads: ['*', 'import.*', 'mooring.*', kind, displayName, roles, tenants], asks: [berths.assign] }
            """;

    private static Contract contract() {
        AccountModel model = Models.of(ODD);
        return Contract.of(Objects.requireNonNull(model.services().get("berths")), model, 3);
    }

    @ParameterizedTest
    @EnumSource(Language.class)
    void what_is_written_compiles(Language language, @TempDir Path folder) throws IOException {
        String written = language.write(contract());
        switch (language) {
            case JAVA -> compile(written);
            case TYPESCRIPT -> {
                Path file = Files.writeString(folder.resolve("cuenta.ts"), written);
                marea.shell("node console/node_modules/typescript/bin/tsc --strict --noEmit --target es2022 " + file)
                        .succeeds();
            }
            case PYTHON -> {
                Path file = Files.writeString(folder.resolve("cuenta.py"), written);
                assertThat(marea.shell(
                                        "cd " + folder + " && python3 -c 'import "
                                                + file.getFileName().toString().replace(".py", "")
                                                + " as c; print(c.ROLES[\"harbourMaster\"], c.VOCABULARY[\"options\"][\"select\"][1], len(c.VOCABULARY[\"options\"][\"select\"][8]))'")
                                .succeeds()
                                .text())
                        .isEqualTo("2 a \"quoted\" one 1\n");
            }
            case SQL -> {
                Path file = Files.writeString(folder.resolve("cuenta.sql"), written);
                String run = "psql --set ON_ERROR_STOP=1 --quiet --tuples-only --no-align " + marea.psqlArguments()
                        + " -c 'create schema berths; set search_path = berths' -f " + file;
                assertThat(marea.shell(run + " -c \"select name from account_role where number = 2\"")
                                .succeeds()
                                .text())
                        .isEqualTo("harbourMaster\n");
            }
        }
    }

    private static void compile(String source) {
        StringWriter said = new StringWriter();
        JavaFileObject file =
                new SimpleJavaFileObject(URI.create("string:///BerthsTypes.java"), JavaFileObject.Kind.SOURCE) {
                    @Override
                    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
                        return source;
                    }
                };
        String jackson = Path.of(JsonProperty.class
                        .getProtectionDomain()
                        .getCodeSource()
                        .getLocation()
                        .getPath())
                .toString();
        boolean compiled = ToolProvider.getSystemJavaCompiler()
                .getTask(
                        said,
                        null,
                        null,
                        List.of(
                                "-proc:none",
                                "-Xlint:all",
                                "-Werror",
                                "-implicit:none",
                                "-d",
                                System.getProperty("java.io.tmpdir"),
                                "-cp",
                                jackson),
                        null,
                        List.of(file))
                .call();
        assertThat(compiled).as(said.toString()).isTrue();
    }

    @Test
    void the_terminal_writes_them_from_the_live_contract() {
        String typescript =
                marea.shell("./cuenta types berths --as typescript").succeeds().text();
        assertThat(typescript)
                .startsWith(
                        "// What `berths` may rely on: model marea, revision 1. Written by: cuenta types berths --as typescript\n")
                .contains(
                        "export const KINDS = [\"berthHolder\", \"contractor\", \"staff\"] as const;",
                        "  berth?: string;",
                        "  boatLength?: number;")
                .doesNotContain("credit", "email", "ROLES = ");
        assertThat(marea.shell("./cuenta types berths --as typescript").text()).isEqualTo(typescript);
        assertThat(marea.shell("./cuenta types berths --as cobol").errors()).contains("typescript");
    }
}
