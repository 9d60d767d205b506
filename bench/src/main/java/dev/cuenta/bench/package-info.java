/** Measurements: run by hand, never by the tests. */
@NullMarked
package dev.cuenta.bench;

import org.jspecify.annotations.NullMarked;
