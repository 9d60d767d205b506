/** Revisions: their tables and mapping, publishing them on live data, and the one that is live. */
@NullMarked
package dev.cuenta.store.revision;

import org.jspecify.annotations.NullMarked;
