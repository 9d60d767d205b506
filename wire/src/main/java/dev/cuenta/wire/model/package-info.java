/** The account model, its revisions, and the database that follows them. */
@NullMarked
package dev.cuenta.wire.model;

import org.jspecify.annotations.NullMarked;
