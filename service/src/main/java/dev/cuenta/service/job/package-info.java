/** Work that goes on beside requests, and survives whatever cuts it off. */
@NullMarked
package dev.cuenta.service.job;

import org.jspecify.annotations.NullMarked;
