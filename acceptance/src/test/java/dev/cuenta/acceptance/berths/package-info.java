/** A service of another team, as docs/client.md shows it. */
@NullMarked
package dev.cuenta.acceptance.berths;

import org.jspecify.annotations.NullMarked;
