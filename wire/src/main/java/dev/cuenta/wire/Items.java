package dev.cuenta.wire;

import java.util.List;

/** A whole list. */
public record Items<T>(List<T> items) {}
