/** cuenta accounts, and the first administrator. */
@NullMarked
package dev.cuenta.cli.account;

import org.jspecify.annotations.NullMarked;
