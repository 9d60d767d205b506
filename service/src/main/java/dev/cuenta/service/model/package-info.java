/** The account model over HTTP: findings, diffs, publishing, history, access matrix. */
@NullMarked
package dev.cuenta.service.model;

import org.jspecify.annotations.NullMarked;
