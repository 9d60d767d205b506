/** The account model: one immutable value that everything else asks. */
@NullMarked
package dev.cuenta.core.model;

import org.jspecify.annotations.NullMarked;
