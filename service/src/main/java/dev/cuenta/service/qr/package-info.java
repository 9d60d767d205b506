/** Texts as QR codes, for whoever shows them. */
@NullMarked
package dev.cuenta.service.qr;

import org.jspecify.annotations.NullMarked;
