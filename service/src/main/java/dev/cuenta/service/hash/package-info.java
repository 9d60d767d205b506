/** How passwords are hashed and verified: our own scheme, and those that other programs left. */
@NullMarked
package dev.cuenta.service.hash;

import org.jspecify.annotations.NullMarked;
