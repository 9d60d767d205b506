/** The revision in use: its mapping to tables, and the transactions that work with it. */
@NullMarked
package dev.cuenta.store.live;

import org.jspecify.annotations.NullMarked;
