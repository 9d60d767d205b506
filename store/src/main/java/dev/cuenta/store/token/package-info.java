/** Tokens that other services check by themselves: the keys that sign them, and those that count no more. */
@NullMarked
package dev.cuenta.store.token;

import org.jspecify.annotations.NullMarked;
