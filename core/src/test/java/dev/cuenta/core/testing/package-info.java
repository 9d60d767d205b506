/** What tests of all modules share: how they wait, and what is printed when they hang. */
@NullMarked
package dev.cuenta.core.testing;

import org.jspecify.annotations.NullMarked;
