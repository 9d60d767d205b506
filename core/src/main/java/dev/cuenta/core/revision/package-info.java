/** What differs between two revisions, and what each difference does to the stored records. */
@NullMarked
package dev.cuenta.core.revision;

import org.jspecify.annotations.NullMarked;
