package dev.cuenta.wire.model;

import java.util.List;

/** What the checker says about a file. */
public record ModelCheck(long errors, long warnings, List<ModelFinding> findings) {}
