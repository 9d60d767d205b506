/** The service: wiring, settings and the work that goes on beside requests. */
@NullMarked
package dev.cuenta.service;

import org.jspecify.annotations.NullMarked;
