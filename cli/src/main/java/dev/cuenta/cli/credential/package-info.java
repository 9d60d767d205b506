/** How passwords are kept. */
@NullMarked
package dev.cuenta.cli.credential;

import org.jspecify.annotations.NullMarked;
