/** The closed set of ways in which a request is refused; HTTP status, terminal exit status and wording follow from it. */
@NullMarked
package dev.cuenta.core.problem;

import org.jspecify.annotations.NullMarked;
