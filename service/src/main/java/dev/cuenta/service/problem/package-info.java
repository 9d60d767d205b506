/** The one place where a refusal becomes an answer (RFC 9457). */
@NullMarked
package dev.cuenta.service.problem;

import org.jspecify.annotations.NullMarked;
