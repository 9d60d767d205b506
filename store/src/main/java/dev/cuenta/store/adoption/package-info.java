/** What came from other programs, and which account each row became. */
@NullMarked
package dev.cuenta.store.adoption;

import org.jspecify.annotations.NullMarked;
