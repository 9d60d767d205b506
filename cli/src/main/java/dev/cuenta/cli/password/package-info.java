/** How passwords are kept. */
@NullMarked
package dev.cuenta.cli.password;

import org.jspecify.annotations.NullMarked;
