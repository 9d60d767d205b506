package dev.cuenta.wire.sharing;

import java.util.List;

/** Whether the live model still gives what a contract says. */
public record ContractCheck(boolean fits, List<Gap> gaps) {
    /**
     * One thing that it does not give any more.
     *
     * @param pointer JSON Pointer (RFC 6901) into the contract
     */
    public record Gap(String pointer, String detail) {}
}
