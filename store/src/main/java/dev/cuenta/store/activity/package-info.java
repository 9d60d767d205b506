/** Activity as it is kept: added to within the transaction that it tells of, read by pages, linked by a chain. */
@NullMarked
package dev.cuenta.store.activity;

import org.jspecify.annotations.NullMarked;
