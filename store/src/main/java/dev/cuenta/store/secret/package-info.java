/** Values of secret fields: sealed on their way into the database, opened on their way out. */
@NullMarked
package dev.cuenta.store.secret;

import org.jspecify.annotations.NullMarked;
