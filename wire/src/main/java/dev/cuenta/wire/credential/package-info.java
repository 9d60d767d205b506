/** How passwords are kept. */
@NullMarked
package dev.cuenta.wire.credential;

import org.jspecify.annotations.NullMarked;
