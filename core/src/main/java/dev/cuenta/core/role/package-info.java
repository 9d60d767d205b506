/** Roles as they were given: to whom, by whom, from when and until when. */
@NullMarked
package dev.cuenta.core.role;

import org.jspecify.annotations.NullMarked;
