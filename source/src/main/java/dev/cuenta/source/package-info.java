/** Where other programs kept their accounts: tables of a database, CSV files, JSON Lines. Only read, never written. */
@NullMarked
package dev.cuenta.source;

import org.jspecify.annotations.NullMarked;
