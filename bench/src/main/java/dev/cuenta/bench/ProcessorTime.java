package dev.cuenta.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * What processes have computed, as Linux tells it (proc(5)).
 *
 * @param processes their numbers, as of now
 */
record ProcessorTime(Supplier<List<Long>> processes) {
    private static final long TICK_MICROS = 10_000;
    private static final int USER = 11;
    private static final int SYSTEM = 12;

    static ProcessorTime of(long process) {
        return new ProcessorTime(() -> List.of(process));
    }

    /** All of PostgreSQL's: its connections stay, so that none is missed that has ended. */
    static ProcessorTime ofPostgres() {
        return new ProcessorTime(() -> ProcessHandle.allProcesses()
                .filter(process -> process.info()
                        .command()
                        .filter(it -> it.endsWith("/postgres"))
                        .isPresent())
                .map(ProcessHandle::pid)
                .toList());
    }

    /** In microseconds, to ten thousand. */
    long micros() {
        return processes.get().stream().mapToLong(ProcessorTime::micros).sum();
    }

    private static long micros(long process) {
        try (Stream<String> lines = Files.lines(Path.of("/proc/" + process + "/stat"))) {
            String line = lines.findFirst().orElseThrow();
            String[] fields = line.substring(line.lastIndexOf(')') + 2).split(" ");
            return (Long.parseLong(fields[USER]) + Long.parseLong(fields[SYSTEM])) * TICK_MICROS;
        } catch (java.nio.file.NoSuchFileException ended) {
            return 0;
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }
}
