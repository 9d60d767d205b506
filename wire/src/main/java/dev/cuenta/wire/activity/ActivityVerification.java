package dev.cuenta.wire.activity;

import java.util.List;

/**
 * Whether the chain over activity fits.
 *
 * @param entries how many it holds
 * @param waiting how many are not in it yet
 * @param first the position at which it begins; later than 1 where old entries went
 * @param last its last link in hexadecimal, to be noted elsewhere; empty where there is none
 * @param faults what does not fit, at most twenty; empty where all is well
 */
public record ActivityVerification(long entries, long waiting, long first, String last, List<Fault> faults) {
    /** One place where the chain does not fit. */
    public record Fault(long position, long entry, String what) {}
}
