/** What goes over HTTP, as records: what addresses take and answer, but for accounts themselves, whose shape is the model's. */
@NullMarked
package dev.cuenta.wire;

import org.jspecify.annotations.NullMarked;
