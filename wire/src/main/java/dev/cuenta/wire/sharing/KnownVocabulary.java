package dev.cuenta.wire.sharing;

import java.time.Instant;
import java.util.List;

/**
 * What a service said that its code knows.
 *
 * @param differences from the live model; none where both agree
 */
public record KnownVocabulary(Instant sent, List<ContractCheck.Gap> differences) {}
