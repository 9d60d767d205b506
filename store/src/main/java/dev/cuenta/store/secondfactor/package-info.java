/** What people show beside their password: the seed of their one-time codes, sealed, and hashes of recovery codes. */
@NullMarked
package dev.cuenta.store.secondfactor;

import org.jspecify.annotations.NullMarked;
