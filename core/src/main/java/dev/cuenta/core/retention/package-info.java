/** Which records a retention rule takes at a given moment. */
@NullMarked
package dev.cuenta.core.retention;

import org.jspecify.annotations.NullMarked;
