/** What services may rely on: contracts as documents, and whether the live model still keeps one. */
@NullMarked
package dev.cuenta.core.sharing;

import org.jspecify.annotations.NullMarked;
