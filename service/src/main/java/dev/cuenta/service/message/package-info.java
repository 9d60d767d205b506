/** Writing to people: what is due is sent, with whatever is secret made at that moment. */
@NullMarked
package dev.cuenta.service.message;

import org.jspecify.annotations.NullMarked;
