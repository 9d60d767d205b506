/** Account records, read and written through Hibernate as maps. */
@NullMarked
package dev.cuenta.store.account;

import org.jspecify.annotations.NullMarked;
