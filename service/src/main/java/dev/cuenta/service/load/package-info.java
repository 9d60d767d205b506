/** Who gets how much: of memory, threads and processors, and of tries. */
@NullMarked
package dev.cuenta.service.load;

import org.jspecify.annotations.NullMarked;
