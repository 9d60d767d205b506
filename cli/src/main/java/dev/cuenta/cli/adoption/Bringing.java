package dev.cuenta.cli.adoption;

import dev.cuenta.cli.Interruption;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.CsvOutput;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.wire.adoption.AdoptionResult;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Sends the rows of a source to the service, batch after batch, and writes down what became of those that need a look. */
public final class Bringing {
    private static final int BATCH = 500;
    /** The service takes 20 MiB at once: these, with up to four bytes a letter, and a row that has a picture of the largest size. */
    private static final long LETTERS = 1 << 20;

    private static final long TELL_NANOS = 2_000_000_000L;

    /** What is sent, row by row. */
    public interface Rows {
        long count();

        /** Gives every row once, as the service takes it. */
        void each(Consumer<Map<String, Object>> reader);
    }

    private final String source;
    private final Map<String, Clash> clashes;
    private final CuentaClient client;
    private final PrintWriter out;
    private final Map<String, Long> outcomes = new LinkedHashMap<>();
    private final List<Map<String, Object>> batch = new ArrayList<>();
    private @Nullable Future<List<AdoptionResult>> underWay;
    private long letters;
    private long done;
    private long withNotes;
    private long told = System.nanoTime();

    /**
     * @param source the name under which the map of ids keeps the rows
     * @param clashes what is done about them, by {@code id} or field
     */
    public Bringing(String source, Map<String, Clash> clashes, CuentaClient client, PrintWriter out) {
        this.source = source;
        this.clashes = clashes;
        this.client = client;
        this.out = out;
    }

    /**
     * The exit status: 1 if rows are left that were not brought.
     *
     * @param report is written where something needs a look
     */
    public int run(Rows rows, Path report) {
        List.of("brought", "joined", "present", "skipped", "clashing").forEach(outcome -> outcomes.put(outcome, 0L));
        long all = rows.count();
        long begun = System.nanoTime();
        ExecutorService sender = Executors.newSingleThreadExecutor();
        try (Interruption said = new Interruption(
                        out, "Stopped. What was brought stays; the same command goes on with the rest.");
                CsvOutput csv = CsvOutput.to(report)) {
            csv.row("key", "outcome", "where", "why");
            rows.each(row -> {
                batch.add(row);
                letters += row.toString().length();
                if (batch.size() == BATCH || letters > LETTERS) {
                    send(sender, csv);
                    tell(all, begun);
                }
            });
            send(sender, csv);
            noteResults(csv);
        } catch (IOException unwritable) {
            throw new UncheckedIOException("`" + report + "` cannot be written", unwritable);
        } finally {
            sender.shutdownNow();
        }
        return conclude(report);
    }

    /** While the service works at a batch, the next one is read; they go one after the other, so that the first of two that clash wins. */
    private void send(ExecutorService sender, CsvOutput csv) {
        if (batch.isEmpty()) {
            return;
        }
        Map<String, String> choices = new LinkedHashMap<>();
        clashes.forEach((what, choice) -> choices.put(what, choice.name().toLowerCase(Locale.ROOT)));
        Map<String, Object> body = Map.of("clashes", choices, "accounts", List.copyOf(batch));
        batch.clear();
        letters = 0;
        noteResults(csv);
        underWay = sender.submit(() -> client.postForItems("/v1/adoptions/" + source, body, AdoptionResult.class));
    }

    /** Waits for the batch that is under way. */
    private void noteResults(CsvOutput csv) {
        if (underWay != null) {
            List<AdoptionResult> results = result(underWay);
            results.forEach(result -> note(result, csv));
            done += results.size();
            underWay = null;
        }
    }

    private static List<AdoptionResult> result(Future<List<AdoptionResult>> underWay) {
        try {
            return underWay.get();
        } catch (ExecutionException failed) {
            throw failed.getCause() instanceof RuntimeException told ? told : new IllegalStateException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    private void note(AdoptionResult result, CsvOutput csv) {
        String outcome = result.outcome().name().toLowerCase(Locale.ROOT);
        outcomes.merge(outcome, 1L, Long::sum);
        withNotes += result.notes().isEmpty() || result.account() == null ? 0 : 1;
        result.notes().forEach(note -> csv.row(result.key(), outcome, note.pointer(), note.detail()));
    }

    private void tell(long rows, long begun) {
        if (System.nanoTime() - told > TELL_NANOS) {
            told = System.nanoTime();
            out.printf("  %,d of %,d rows, %,.0f a second%n", done, rows, done / ((told - begun) / 1e9));
            out.flush();
        }
    }

    private int conclude(Path report) {
        long left = outcome("skipped") + outcome("clashing");
        out.printf(
                "%,d rows: %,d brought, %,d joined an account, %,d were there already, %,d skipped, %,d clashing.%n",
                done,
                outcome("brought"),
                outcome("joined"),
                outcome("present"),
                outcome("skipped"),
                outcome("clashing"));
        if (left + withNotes > 0) {
            out.println((left > 0 ? left + (left == 1 ? " row was" : " rows were") + " not brought. " : "")
                    + (withNotes > 0 ? withNotes + " came without some value. " : "") + report
                    + " names each and says why.");
        } else {
            delete(report);
        }
        out.println("Which row is which account: cuenta model adopted " + source);
        out.flush();
        return left > 0 ? 1 : 0;
    }

    private long outcome(String name) {
        return outcomes.getOrDefault(name, 0L);
    }

    private static void delete(Path report) {
        try {
            Files.deleteIfExists(report);
        } catch (IOException stays) {
            throw new UncheckedIOException("`" + report + "` cannot be removed", stays);
        }
    }
}
