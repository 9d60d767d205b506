/** Believable made-up records that are valid under the model. */
@NullMarked
package dev.cuenta.core.sample;

import org.jspecify.annotations.NullMarked;
