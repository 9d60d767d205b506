/** What the service does by itself. */
@NullMarked
package dev.cuenta.cli.job;

import org.jspecify.annotations.NullMarked;
