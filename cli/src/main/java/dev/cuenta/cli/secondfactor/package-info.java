/** cuenta second-factor: show, add, remove, recovery-codes. */
@NullMarked
package dev.cuenta.cli.secondfactor;

import org.jspecify.annotations.NullMarked;
