/** Asking other programs of the team's over HTTP. */
@NullMarked
package dev.cuenta.service.webhook;

import org.jspecify.annotations.NullMarked;
