/** The command cuenta: what every command shares. */
@NullMarked
package dev.cuenta.cli;

import org.jspecify.annotations.NullMarked;
