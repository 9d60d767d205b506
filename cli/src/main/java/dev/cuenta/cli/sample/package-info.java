/** cuenta seed and sample. */
@NullMarked
package dev.cuenta.cli.sample;

import org.jspecify.annotations.NullMarked;
