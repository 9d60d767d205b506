/** What a service may rely on, as source code that its team compiles in. */
@NullMarked
package dev.cuenta.core.code;

import org.jspecify.annotations.NullMarked;
