/** cuenta services: list, contract, check, keys. */
@NullMarked
package dev.cuenta.cli.sharing;

import org.jspecify.annotations.NullMarked;
