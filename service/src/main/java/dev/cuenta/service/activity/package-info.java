/** Activity over HTTP: who did what to which record, and whether the chain over it fits. */
@NullMarked
package dev.cuenta.service.activity;

import org.jspecify.annotations.NullMarked;
