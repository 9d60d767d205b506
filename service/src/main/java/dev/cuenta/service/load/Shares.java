package dev.cuenta.service.load;

import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.atomic.AtomicLong;

/** What there is only so much of, and of that so much for one address: memory, or threads. */
public final class Shares {
    private final long inAll;
    private final long forOne;
    private final AtomicLong taken = new AtomicLong();
    private final ConcurrentMap<String, Long> byAddress = new ConcurrentHashMap<>();

    public Shares(long inAll, long forOne) {
        this.inAll = inAll;
        this.forOne = forOne;
    }

    /** Whether there was enough; what was taken has to be given back. */
    public boolean take(String address, long amount) {
        if (taken.addAndGet(amount) > inAll) {
            taken.addAndGet(-amount);
            return false;
        }
        if (byAddress.merge(address, amount, Long::sum) > forOne) {
            giveBack(address, amount);
            return false;
        }
        return true;
    }

    public void giveBack(String address, long amount) {
        taken.addAndGet(-amount);
        byAddress.computeIfPresent(address, (any, held) -> held == amount ? null : held - amount);
    }
}
