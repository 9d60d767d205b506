/** What the service does by itself. */
@NullMarked
package dev.cuenta.wire.job;

import org.jspecify.annotations.NullMarked;
