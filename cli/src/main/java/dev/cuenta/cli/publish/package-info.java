/** cuenta model publish, follow, pause, resume, cancel, revert, sweep: what a revision does to live data. */
@NullMarked
package dev.cuenta.cli.publish;

import org.jspecify.annotations.NullMarked;
