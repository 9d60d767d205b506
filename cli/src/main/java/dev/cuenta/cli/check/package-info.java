/** cuenta model check and diff: what is to be said of a file, and what publishing it would do. */
@NullMarked
package dev.cuenta.cli.check;

import org.jspecify.annotations.NullMarked;
