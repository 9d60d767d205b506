/** The first administrator. */
@NullMarked
package dev.cuenta.service.administrator;

import org.jspecify.annotations.NullMarked;
