/** cuenta secrets: keys, rotate. */
@NullMarked
package dev.cuenta.cli.secret;

import org.jspecify.annotations.NullMarked;
