/** Who did what to which record. */
@NullMarked
package dev.cuenta.wire.activity;

import org.jspecify.annotations.NullMarked;
