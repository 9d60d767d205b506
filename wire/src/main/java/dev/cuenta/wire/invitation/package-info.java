/** What is said over HTTP of invitations to tenants. */
@NullMarked
package dev.cuenta.wire.invitation;

import org.jspecify.annotations.NullMarked;
