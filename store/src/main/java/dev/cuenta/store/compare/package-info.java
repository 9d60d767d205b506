/** What a change of the model would do to the records that are stored. */
@NullMarked
package dev.cuenta.store.compare;

import org.jspecify.annotations.NullMarked;
