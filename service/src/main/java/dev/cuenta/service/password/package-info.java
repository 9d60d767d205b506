/** The hook through which every password goes; its change, its reset, and how strong it is. */
@NullMarked
package dev.cuenta.service.password;

import org.jspecify.annotations.NullMarked;
