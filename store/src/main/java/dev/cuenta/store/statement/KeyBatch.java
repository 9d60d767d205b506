package dev.cuenta.store.statement;

/** A walk by key through a table, some rows at a time. */
public final class KeyBatch {
    private KeyBatch() {}

    /**
     * One batch of a walk.
     *
     * @param batch a query of keys, with two parameters: after which key, and how many
     * @param done the common table expressions that do the work for them, the last of them {@code done}
     */
    public static String sql(String batch, String done) {
        return """
                with batch as (%s),
                %s
                select (select cast(key as text) from batch order by key desc limit 1) as last, (select count(*) from done) as filled""".formatted(batch, done);
    }
}
