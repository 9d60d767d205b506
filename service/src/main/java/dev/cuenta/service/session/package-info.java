/** Who is calling: sign-in, sessions, and the doorkeeper in front of every request. */
@NullMarked
package dev.cuenta.service.session;

import org.jspecify.annotations.NullMarked;
