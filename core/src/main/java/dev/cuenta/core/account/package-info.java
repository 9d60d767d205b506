/** One account record, and the questions a list may ask. */
@NullMarked
package dev.cuenta.core.account;

import org.jspecify.annotations.NullMarked;
