/** Tenants and who belongs to them. */
@NullMarked
package dev.cuenta.store.tenant;

import org.jspecify.annotations.NullMarked;
