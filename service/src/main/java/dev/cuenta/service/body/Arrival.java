package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.load.Outage;
import dev.cuenta.service.load.Shares;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import org.jspecify.annotations.Nullable;

/** One request's body on its way in. It belongs to one thread at a time. */
final class Arrival {
    private static final int CHUNK = 16 * 1024;

    private final int limit;
    private final String address;
    private final Shares room;
    private final Bytes bytes = new Bytes();
    private long held;
    private @Nullable Problem refusal;

    Arrival(int limit, String address, Shares room) {
        this.limit = limit;
        this.address = address;
        this.room = room;
    }

    /**
     * Takes what can be read at once.
     *
     * @return whether more may come
     */
    boolean read(InputStream input) throws IOException {
        byte[] chunk = new byte[Math.max(1, Math.min(CHUNK, input.available()))];
        int read = input.read(chunk);
        if (read > 0) {
            add(chunk, read);
        }
        return read >= 0 && refusal == null;
    }

    private void add(byte[] chunk, int length) {
        if (bytes.size() + length > limit) {
            tooLarge();
        } else if (!room.take(address, length)) {
            refuse(Problem.unavailable("Too much is being sent at once. Try again in a moment.", Outage.COME_BACK));
        } else {
            held += length;
            bytes.write(chunk, 0, length);
        }
    }

    int received() {
        return bytes.size();
    }

    void tooLarge() {
        refuse(Problem.of(
                ProblemKind.TOO_LARGE,
                "This address takes " + (limit >> 20) + " MiB at most. Send less, or in several requests."));
    }

    void tooSlow(Duration deadline) {
        refuse(Problem.of(
                ProblemKind.TOO_SLOW,
                "The body did not arrive within " + deadline.toSeconds() + " seconds. Send it again."));
    }

    void refuse(Problem problem) {
        refusal = problem;
    }

    @Nullable
    Problem refusal() {
        return refusal;
    }

    /** Without another copy; it may be megabytes. */
    InputStream content() {
        return bytes.content();
    }

    private static final class Bytes extends ByteArrayOutputStream {
        InputStream content() {
            return new ByteArrayInputStream(buf, 0, count);
        }
    }

    /** Nobody needs it any more. */
    void done() {
        room.giveBack(address, held);
        held = 0;
    }
}
