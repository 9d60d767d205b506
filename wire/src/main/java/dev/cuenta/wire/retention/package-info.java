/** What is deleted, anonymised or archived after a time. */
@NullMarked
package dev.cuenta.wire.retention;

import org.jspecify.annotations.NullMarked;
