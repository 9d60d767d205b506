/**
 * Taking over the accounts that another program kept: looking at its table, proposing a model and a plan for it, and reading its
 * rows as a model's values.
 */
@NullMarked
package dev.cuenta.core.adoption;

import org.jspecify.annotations.NullMarked;
