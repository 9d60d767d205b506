/** The services that share the accounts: keys, contracts, what they ask about people, and their records that hang on accounts. */
@NullMarked
package dev.cuenta.service.sharing;

import org.jspecify.annotations.NullMarked;
