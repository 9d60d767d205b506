/** What a model's tables look like in the database: names, columns, indexes, rules, and what PostgreSQL says is there. */
@NullMarked
package dev.cuenta.store.schema;

import org.jspecify.annotations.NullMarked;
