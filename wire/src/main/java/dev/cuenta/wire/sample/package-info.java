/** Seeds and samples. */
@NullMarked
package dev.cuenta.wire.sample;

import org.jspecify.annotations.NullMarked;
