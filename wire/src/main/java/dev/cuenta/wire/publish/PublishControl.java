package dev.cuenta.wire.publish;

/** What somebody wants of a publish that is under way. */
public record PublishControl(Control control) {}
