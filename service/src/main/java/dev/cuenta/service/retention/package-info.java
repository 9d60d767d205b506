/** Retention rules over HTTP: preview and run. */
@NullMarked
package dev.cuenta.service.retention;

import org.jspecify.annotations.NullMarked;
