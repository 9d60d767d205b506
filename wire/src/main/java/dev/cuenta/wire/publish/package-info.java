/** Revisions of the account model, and how they are published. */
@NullMarked
package dev.cuenta.wire.publish;

import org.jspecify.annotations.NullMarked;
