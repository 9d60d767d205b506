/** Pictures of accounts: uploaded, checked, drawn, brought back. */
@NullMarked
package dev.cuenta.service.picture;

import org.jspecify.annotations.NullMarked;
