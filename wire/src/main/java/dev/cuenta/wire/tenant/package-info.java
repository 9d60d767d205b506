/** Tenants, memberships and invitations. */
@NullMarked
package dev.cuenta.wire.tenant;

import org.jspecify.annotations.NullMarked;
