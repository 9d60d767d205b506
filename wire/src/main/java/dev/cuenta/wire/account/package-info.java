/** Lists and look-ups of accounts, and what hangs on an account. */
@NullMarked
package dev.cuenta.wire.account;

import org.jspecify.annotations.NullMarked;
