/** cuenta model: check, diff, publish, show, history, matrix. */
@NullMarked
package dev.cuenta.cli.model;

import org.jspecify.annotations.NullMarked;
