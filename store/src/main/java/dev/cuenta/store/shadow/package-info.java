/** What lies beside the tables while a revision is published: shadow columns, backfills, columns that are kept aside. */
@NullMarked
package dev.cuenta.store.shadow;

import org.jspecify.annotations.NullMarked;
