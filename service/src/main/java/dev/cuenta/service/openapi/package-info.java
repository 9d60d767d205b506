/** The OpenAPI document of the live model. */
@NullMarked
package dev.cuenta.service.openapi;

import org.jspecify.annotations.NullMarked;
