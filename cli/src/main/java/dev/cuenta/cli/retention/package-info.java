/** cuenta retention: rules, preview, run. */
@NullMarked
package dev.cuenta.cli.retention;

import org.jspecify.annotations.NullMarked;
