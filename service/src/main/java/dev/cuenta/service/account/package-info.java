/** Accounts over HTTP: sign-up, own record, and the records of others. */
@NullMarked
package dev.cuenta.service.account;

import org.jspecify.annotations.NullMarked;
