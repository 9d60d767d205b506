/** The account model: what the checker says of a file, what publishing it would change, and what it lets whom do. */
@NullMarked
package dev.cuenta.wire.model;

import org.jspecify.annotations.NullMarked;
