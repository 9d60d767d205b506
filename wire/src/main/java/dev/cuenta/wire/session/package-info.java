/** Signing in and out. */
@NullMarked
package dev.cuenta.wire.session;

import org.jspecify.annotations.NullMarked;
