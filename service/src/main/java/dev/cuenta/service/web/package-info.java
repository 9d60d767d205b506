/** What is the same for every request: from where it comes, and how it is answered when nothing else answers it. */
@NullMarked
package dev.cuenta.service.web;

import org.jspecify.annotations.NullMarked;
