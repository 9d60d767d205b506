/** How passwords are kept, and what keeping them costs. */
@NullMarked
package dev.cuenta.service.credential;

import org.jspecify.annotations.NullMarked;
