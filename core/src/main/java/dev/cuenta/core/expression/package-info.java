/** The language in which fields are computed: Common Expression Language, with a few functions of ours. */
@NullMarked
package dev.cuenta.core.expression;

import org.jspecify.annotations.NullMarked;
