/** cuenta model: what begins a file, and what is said of the live revision. */
@NullMarked
package dev.cuenta.cli.model;

import org.jspecify.annotations.NullMarked;
