/** Bringing accounts in: the rows of other programs, and what another installation exported. */
@NullMarked
package dev.cuenta.cli.adoption;

import org.jspecify.annotations.NullMarked;
