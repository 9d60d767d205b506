/** Roles, to whom they were given, and why somebody may do something. */
@NullMarked
package dev.cuenta.wire.role;

import org.jspecify.annotations.NullMarked;
