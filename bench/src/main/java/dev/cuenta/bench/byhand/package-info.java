/**
 * What a good team would write by hand for one fixed schema: annotated entities, a key for each service, a tenant filter, versions as
 * ETags. It is what Cuenta is measured beside, so it does no more than it must, and nothing slowly on purpose.
 */
@NullMarked
package dev.cuenta.bench.byhand;

import org.jspecify.annotations.NullMarked;
