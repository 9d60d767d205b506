/** Publishes a revision onto live data, step by step; each can be stopped, taken up again and taken back. */
@NullMarked
package dev.cuenta.store.publish;

import org.jspecify.annotations.NullMarked;
