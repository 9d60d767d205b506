package dev.cuenta.service.body;

import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.atomic.AtomicLong;

/** The memory in which bodies wait until they are whole: so much in all, and of that so much for one address. */
final class Room {
    private final long inAll;
    private final long forOne;
    private final AtomicLong taken = new AtomicLong();
    private final ConcurrentMap<String, Long> byAddress = new ConcurrentHashMap<>();

    Room(long inAll, long forOne) {
        this.inAll = inAll;
        this.forOne = forOne;
    }

    /** Whether there was room; what was taken has to be given back. */
    boolean take(String address, long bytes) {
        if (taken.addAndGet(bytes) > inAll) {
            taken.addAndGet(-bytes);
            return false;
        }
        if (byAddress.merge(address, bytes, Long::sum) > forOne) {
            giveBack(address, bytes);
            return false;
        }
        return true;
    }

    void giveBack(String address, long bytes) {
        taken.addAndGet(-bytes);
        byAddress.computeIfPresent(address, (any, held) -> held == bytes ? null : held - bytes);
    }
}
