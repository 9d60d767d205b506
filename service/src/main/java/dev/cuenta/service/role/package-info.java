/** Roles: which there are, who has them, why somebody may do something, giving and taking. */
@NullMarked
package dev.cuenta.service.role;

import org.jspecify.annotations.NullMarked;
