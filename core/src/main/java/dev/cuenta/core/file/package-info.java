/** Reads a model file, with line and column for every message. */
@NullMarked
package dev.cuenta.core.file;

import org.jspecify.annotations.NullMarked;
