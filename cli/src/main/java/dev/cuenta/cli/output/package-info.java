/** How results look: aligned tables for eyes, JSON for programs. */
@NullMarked
package dev.cuenta.cli.output;

import org.jspecify.annotations.NullMarked;
