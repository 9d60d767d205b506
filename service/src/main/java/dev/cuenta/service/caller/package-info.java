/** Who asks, and what they may: sessions, keys, the tenant they work in, and what is open to whom. */
@NullMarked
package dev.cuenta.service.caller;

import org.jspecify.annotations.NullMarked;
