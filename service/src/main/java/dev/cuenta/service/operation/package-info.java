/** What whoever runs the service looks at: its own work, and what waits. */
@NullMarked
package dev.cuenta.service.operation;

import org.jspecify.annotations.NullMarked;
