/** The hook through which every password goes. */
@NullMarked
package dev.cuenta.service.password;

import org.jspecify.annotations.NullMarked;
