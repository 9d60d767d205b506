/** Sample accounts. */
@NullMarked
package dev.cuenta.service.sample;

import org.jspecify.annotations.NullMarked;
