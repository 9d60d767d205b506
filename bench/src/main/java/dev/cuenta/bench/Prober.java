package dev.cuenta.bench;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.live.LiveRevisions;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;

/** Reads and writes accounts without a pause, as a busy service would, and remembers its longest wait. */
final class Prober implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(Prober.class.getName());

    private final LiveRevisions live;
    private final List<AccountId> accounts;
    private final AtomicLong longestNanos = new AtomicLong();
    private final AtomicLong requests = new AtomicLong();
    private final AtomicLong failures = new AtomicLong();
    private final List<Thread> threads;
    private volatile boolean stopped;

    Prober(LiveRevisions live, List<AccountId> accounts) {
        this.live = live;
        this.accounts = accounts;
        this.threads = List.of(new Thread(() -> probe(this::read)), new Thread(() -> probe(this::write)));
        threads.forEach(Thread::start);
    }

    private interface Probe {
        void once(AccountId id, int number);
    }

    private void probe(Probe probe) {
        Random random = new Random(7480);
        while (!stopped) {
            AccountId id = accounts.get(random.nextInt(accounts.size()));
            long begun = System.nanoTime();
            try {
                probe.once(id, random.nextInt(1000));
            } catch (RuntimeException failure) {
                failures.incrementAndGet();
                LOG.log(System.Logger.Level.WARNING, "A request failed", failure);
            }
            long waited = System.nanoTime() - begun;
            longestNanos.accumulateAndGet(waited, Math::max);
            requests.incrementAndGet();
        }
    }

    private void read(AccountId id, int number) {
        live.with(revision -> revision.read(
                Scope.EVERYWHERE, work -> new Accounts(work).find(id).orElseThrow()));
    }

    private void write(AccountId id, int number) {
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Accounts accountsNow = new Accounts(work);
            Changeable account =
                    accountsNow.findForChange(id, ChangeGuard.CUENTA).orElseThrow();
            accountsNow.change(
                    account, Map.of(FieldPath.parse("name"), "Noor " + number), Instant.ofEpochSecond(1_800_000_000L));
            return account;
        }));
    }

    /** What was seen since it was asked last. */
    Seen seen() {
        return new Seen(longestNanos.getAndSet(0) / 1_000_000, requests.getAndSet(0), failures.getAndSet(0));
    }

    /** The longest wait in milliseconds, and how many requests there were. */
    record Seen(long longestMillis, long requests, long failures) {}

    @Override
    public void close() throws InterruptedException {
        stopped = true;
        for (Thread thread : threads) {
            thread.join();
        }
    }
}
