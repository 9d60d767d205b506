/** All that is kept about one account, for its owner. */
@NullMarked
package dev.cuenta.service.dossier;

import org.jspecify.annotations.NullMarked;
