/** The keys of secret values: their file, and changing them. */
@NullMarked
package dev.cuenta.service.secret;

import org.jspecify.annotations.NullMarked;
