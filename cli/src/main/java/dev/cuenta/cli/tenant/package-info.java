/** cuenta tenants: list, add, invite, accept, join, leave, use. */
@NullMarked
package dev.cuenta.cli.tenant;

import org.jspecify.annotations.NullMarked;
