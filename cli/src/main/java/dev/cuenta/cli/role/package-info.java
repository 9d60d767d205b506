/** {@code cuenta roles}: which there are, who has them, giving and taking, and why somebody may do something. */
@NullMarked
package dev.cuenta.cli.role;

import org.jspecify.annotations.NullMarked;
