/** People prove that an address is theirs. */
@NullMarked
package dev.cuenta.service.confirmation;

import org.jspecify.annotations.NullMarked;
