/** The services that share the accounts: their keys, and their records that hang on accounts. */
@NullMarked
package dev.cuenta.store.sharing;

import org.jspecify.annotations.NullMarked;
