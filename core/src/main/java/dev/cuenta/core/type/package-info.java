/** The field types. Each type is one class that says everything about it: column, parsing, JSON Schema, form control, sample. */
@NullMarked
package dev.cuenta.core.type;

import org.jspecify.annotations.NullMarked;
