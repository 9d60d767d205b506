/** The service: wiring, settings, health. */
@NullMarked
package dev.cuenta.service;

import org.jspecify.annotations.NullMarked;
