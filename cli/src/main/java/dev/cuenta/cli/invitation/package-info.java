/** Commands about invitations to tenants. */
@NullMarked
package dev.cuenta.cli.invitation;

import org.jspecify.annotations.NullMarked;
