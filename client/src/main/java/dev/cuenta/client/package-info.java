/** A client of the service for Java programs; light enough for a terminal. */
@NullMarked
package dev.cuenta.client;

import org.jspecify.annotations.NullMarked;
