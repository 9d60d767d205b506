/** Which passwords are accepted, and the port through which every one of them is hashed. */
@NullMarked
package dev.cuenta.core.password;

import org.jspecify.annotations.NullMarked;
