/** cuenta sign-in and sign-out. */
@NullMarked
package dev.cuenta.cli.session;

import org.jspecify.annotations.NullMarked;
