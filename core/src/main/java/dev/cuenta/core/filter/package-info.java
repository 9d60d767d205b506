/** Filters choose records: SCIM filter syntax (RFC 7644 section 3.4.2.2), read into a small closed tree. */
@NullMarked
package dev.cuenta.core.filter;

import org.jspecify.annotations.NullMarked;
