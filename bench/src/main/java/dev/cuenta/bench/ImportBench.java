package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** How fast accounts leave and come back by the terminal client, beside a bare COPY of the same rows. */
public final class ImportBench {
    private static final PrintStream OUT = System.out;
    private static final List<String> TABLES = List.of(
            "accounts.account",
            "accounts.profile_person",
            "accounts.profile_mooring",
            "cuenta.membership",
            "cuenta.role_given");
    private static final String MANY = "select id from accounts.account where email like 'boater%' and kind <> 'staff'";

    private final Installation installation;
    private final Path folder;
    private final String url;

    private ImportBench(String url, Path folder) throws IOException {
        this.url = url;
        this.installation = Installation.at(url);
        this.folder = folder;
    }

    /** Arguments: the service's address, its process, and how many accounts. */
    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createTempDirectory("bench-import");
        try {
            new ImportBench(arguments[0], folder).run(Integer.parseInt(arguments[2]));
        } finally {
            try (Stream<Path> files = Files.list(folder)) {
                files.forEach(file -> file.toFile().delete());
            }
            Files.delete(folder);
        }
    }

    private void run(int most) throws Exception {
        ManyAccounts.fill(installation.owner(), most);
        Path file = folder.resolve("accounts.jsonl");
        long accounts = installation
                .owner()
                .sql("select count(*) from (" + MANY + ") many")
                .query(Long.class)
                .single();
        double exported =
                cuenta("export", "--whole", "--filter", "email sw \"boater\" and kind ne \"staff\"", file.toString());
        copied();
        double cold = imported(file, "cold");
        double warm = imported(file, "warm");
        remove();
        double bare = copiedIn();
        OUT.printf("%n| %,d accounts | accounts/s |%n|---|---|%n", accounts);
        OUT.printf("| export | %,.0f |%n", accounts / exported);
        OUT.printf("| import, the first after a start | %,.0f |%n", accounts / cold);
        OUT.printf("| import, the second | %,.0f |%n", accounts / warm);
        OUT.printf("| COPY of the same rows into the same tables | %,.0f |%n", accounts / bare);
        OUT.printf("| import beside COPY | %.2f |%n", bare / warm);
    }

    private double imported(Path file, String source) throws Exception {
        remove();
        return cuenta(
                "import",
                file.toString(),
                "--source",
                source,
                "--report",
                folder.resolve("report.csv").toString());
    }

    /** Seconds of the whole process. */
    private double cuenta(String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("./cuenta", "accounts"));
        command.addAll(List.of(arguments));
        ProcessBuilder process = new ProcessBuilder(command);
        process.environment().put("CUENTA_URL", url);
        return seconds(process);
    }

    private static double seconds(ProcessBuilder process) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        if (process.inheritIO().start().waitFor() != 0) {
            throw new IllegalStateException(String.join(" ", process.command()) + " failed");
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private void remove() {
        String gone = TABLES.stream()
                .skip(1)
                .map(table -> "delete from " + table + " where account_id in (" + MANY + "); ")
                .reduce("", String::concat);
        installation
                .owner()
                .sql("set session_replication_role = replica; " + gone
                        + "delete from accounts.account where email like 'boater%'; delete from cuenta.adopted;"
                        + " set session_replication_role = origin")
                .update();
        installation.owner().sql("vacuum analyze").update();
    }

    private void copied() throws Exception {
        psql(table -> "\\copy (select " + columns(table) + " from " + table + " where "
                + (table.endsWith(".account") ? "id" : "account_id") + " in (" + MANY + ")) to '" + file(table) + "'");
    }

    private double copiedIn() throws Exception {
        return psql(table -> "\\copy " + table + " (" + columns(table) + ") from '" + file(table) + "'");
    }

    private Path file(String table) {
        return folder.resolve(table);
    }

    /** Seconds for all tables, in one transaction, as the tables' owner. */
    private double psql(UnaryOperator<String> each) throws Exception {
        Path script = folder.resolve("script.sql");
        Files.write(
                script,
                Stream.concat(
                                Stream.of("set enable_seqscan = off;"), // of a table that has just grown
                                TABLES.stream().map(each))
                        .toList());
        String database = System.getenv("CUENTA_DATABASE_URL").replace("jdbc:", "");
        return seconds(new ProcessBuilder(
                "psql",
                "-q",
                "-1",
                "-v",
                "ON_ERROR_STOP=1",
                "-f",
                script.toString(),
                "-U",
                System.getenv("CUENTA_DATABASE_OWNER_USER"),
                database));
    }

    private String columns(String table) {
        return installation
                .owner()
                .sql(
                        "select string_agg(quote_ident(column_name), ', ' order by ordinal_position) from information_schema.columns"
                                + " where table_schema || '.' || table_name = ? and is_generated = 'NEVER'")
                .param(table)
                .query(String.class)
                .single();
    }
}
