/** Who did what to which record: what an entry says, what it must not say, and the chain in which a gap shows. */
@NullMarked
package dev.cuenta.core.activity;

import org.jspecify.annotations.NullMarked;
