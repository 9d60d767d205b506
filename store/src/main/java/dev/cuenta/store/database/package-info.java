/** The fixed tables, and a unit of work on one connection. */
@NullMarked
package dev.cuenta.store.database;

import org.jspecify.annotations.NullMarked;
