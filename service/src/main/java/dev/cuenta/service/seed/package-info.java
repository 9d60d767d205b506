/** Records that an installation begins with. */
@NullMarked
package dev.cuenta.service.seed;

import org.jspecify.annotations.NullMarked;
