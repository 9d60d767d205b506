/** Statements that change the shape of tables while others read and write them: their locks, their failures, their batches. */
@NullMarked
package dev.cuenta.store.statement;

import org.jspecify.annotations.NullMarked;
