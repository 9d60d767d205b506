package dev.cuenta.wire.model;

/** What somebody wants of a publish that is under way. */
public record PublishControl(Control control) {}
