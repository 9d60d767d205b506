/** Inviting people to tenants, and accepting it. */
@NullMarked
package dev.cuenta.service.invitation;

import org.jspecify.annotations.NullMarked;
