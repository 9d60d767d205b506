/** Pictures of accounts: what they are, and the port behind which their contents are kept. */
@NullMarked
package dev.cuenta.core.picture;

import org.jspecify.annotations.NullMarked;
