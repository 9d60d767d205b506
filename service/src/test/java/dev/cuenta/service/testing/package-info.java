/** A service that runs for tests, in their own process, and those who call it over HTTP. */
@NullMarked
package dev.cuenta.service.testing;

import org.jspecify.annotations.NullMarked;
