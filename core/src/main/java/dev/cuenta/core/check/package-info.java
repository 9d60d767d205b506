/** What a careful reviewer would say about a model that is well-formed. */
@NullMarked
package dev.cuenta.core.check;

import org.jspecify.annotations.NullMarked;
