/** Which pictures accounts have, and where their bytes lie. */
@NullMarked
package dev.cuenta.store.picture;

import org.jspecify.annotations.NullMarked;
