/** Proving from the terminal that an address is one's own. */
@NullMarked
package dev.cuenta.cli.confirmation;

import org.jspecify.annotations.NullMarked;
