/** How bodies come in: whole, bounded, and read by one reader that refuses what does not belong there. */
@NullMarked
package dev.cuenta.service.body;

import org.jspecify.annotations.NullMarked;
