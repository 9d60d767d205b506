/** cuenta activity: list, verify. */
@NullMarked
package dev.cuenta.cli.activity;

import org.jspecify.annotations.NullMarked;
