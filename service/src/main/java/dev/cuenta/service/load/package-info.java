/** What costs so much memory that only so much of it may go on at once. */
@NullMarked
package dev.cuenta.service.load;

import org.jspecify.annotations.NullMarked;
