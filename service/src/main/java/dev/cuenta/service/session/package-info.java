/** Signing in and out. */
@NullMarked
package dev.cuenta.service.session;

import org.jspecify.annotations.NullMarked;
