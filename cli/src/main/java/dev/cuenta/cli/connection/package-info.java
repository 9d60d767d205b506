/** How the terminal asks the service. */
@NullMarked
package dev.cuenta.cli.connection;

import org.jspecify.annotations.NullMarked;
