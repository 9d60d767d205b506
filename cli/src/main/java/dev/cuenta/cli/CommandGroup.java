package dev.cuenta.cli;

import java.util.Map;

/** A command that only holds others. */
public interface CommandGroup {
    /** The commands by name. They are looked at only when one of them is called, or all are listed. */
    Map<String, Class<?>> commands();
}
