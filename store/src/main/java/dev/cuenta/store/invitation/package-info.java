/** Invitations to tenants, and what becomes of them. */
@NullMarked
package dev.cuenta.store.invitation;

import org.jspecify.annotations.NullMarked;
