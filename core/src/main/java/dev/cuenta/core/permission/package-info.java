/** What people may do beyond reading and writing fields, and how far each permission can reach. */
@NullMarked
package dev.cuenta.core.permission;

import org.jspecify.annotations.NullMarked;
