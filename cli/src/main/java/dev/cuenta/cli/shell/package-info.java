/** cuenta completion and cuenta manual: what a shell and a system know of the command. */
@NullMarked
package dev.cuenta.cli.shell;

import org.jspecify.annotations.NullMarked;
