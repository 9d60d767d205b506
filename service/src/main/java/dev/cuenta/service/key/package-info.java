/** Files of keys, which are kept outside of the database. */
@NullMarked
package dev.cuenta.service.key;

import org.jspecify.annotations.NullMarked;
