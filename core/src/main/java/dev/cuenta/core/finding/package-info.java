/** What the checker says about a model file: code, severity, place, why, and what to do. */
@NullMarked
package dev.cuenta.core.finding;

import org.jspecify.annotations.NullMarked;
