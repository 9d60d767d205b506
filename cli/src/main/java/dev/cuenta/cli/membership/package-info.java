/** Commands about who belongs to which tenant. */
@NullMarked
package dev.cuenta.cli.membership;

import org.jspecify.annotations.NullMarked;
