/** What is true of tenants whatever keeps them. */
@NullMarked
package dev.cuenta.core.tenant;

import org.jspecify.annotations.NullMarked;
