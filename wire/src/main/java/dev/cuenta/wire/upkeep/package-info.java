/** The database that follows the account model. */
@NullMarked
package dev.cuenta.wire.upkeep;

import org.jspecify.annotations.NullMarked;
