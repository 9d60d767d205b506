/** Bringing in the accounts of other programs, and telling which is which. */
@NullMarked
package dev.cuenta.service.adoption;

import org.jspecify.annotations.NullMarked;
