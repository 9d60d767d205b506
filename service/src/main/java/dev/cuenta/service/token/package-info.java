/** Tokens that other services check by themselves (RFC 9068), or ask about (RFC 7662). */
@NullMarked
package dev.cuenta.service.token;

import org.jspecify.annotations.NullMarked;
