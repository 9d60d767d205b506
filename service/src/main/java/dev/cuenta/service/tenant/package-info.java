/** Tenants over HTTP. */
@NullMarked
package dev.cuenta.service.tenant;

import org.jspecify.annotations.NullMarked;
