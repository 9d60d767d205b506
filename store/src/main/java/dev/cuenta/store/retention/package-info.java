/** What a retention rule takes now, and the runs that took it. */
@NullMarked
package dev.cuenta.store.retention;

import org.jspecify.annotations.NullMarked;
