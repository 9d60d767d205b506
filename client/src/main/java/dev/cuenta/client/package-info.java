/** A client of the service for Java programs: {@link dev.cuenta.client.Cuenta} is where it begins. */
@NullMarked
package dev.cuenta.client;

import org.jspecify.annotations.NullMarked;
