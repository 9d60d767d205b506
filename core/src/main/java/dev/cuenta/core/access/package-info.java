/** Who may read and write what: the access matrix, and the only two doors, admission and projection. */
@NullMarked
package dev.cuenta.core.access;

import org.jspecify.annotations.NullMarked;
