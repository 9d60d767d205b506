/** cuenta tokens: issue, introspect, revoke, keys, rotate. */
@NullMarked
package dev.cuenta.cli.token;

import org.jspecify.annotations.NullMarked;
