package dev.cuenta.store.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.database.Connections;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Columns of removed fields. They stay in their table under another name, until the field is published again. */
final class KeptColumns {
    private final Connections connections;

    KeptColumns(Connections connections) {
        this.connections = connections;
    }

    /** The name under which the field's column is kept, if it is. */
    Optional<String> nameOf(Field field) {
        return connections.each(sql -> nameOf(field, sql));
    }

    private static Optional<String> nameOf(Field field, JdbcClient sql) {
        return sql.sql("select kept_as from cuenta.kept_column where table_name = ? and column_name = ?")
                .params(Shape.table(field.path().profile()), Shape.column(field))
                .query(String.class)
                .optional();
    }

    /** Whether the field still has its column: a publish that is taken up again may have put it aside already. */
    boolean stillThere(Field field) {
        return connections.each(sql -> sql.sql(
                        "select exists (select 1 from pg_attribute where attrelid = to_regclass(?) and attname = ? and not attisdropped)")
                .params(Shape.qualified(field.path().profile()), Shape.column(field))
                .query(Boolean.class)
                .single());
    }

    /** Puts the column aside. The renaming and the note of it are one transaction. */
    void keep(Field field, int revision) {
        if (!stillThere(field)) {
            return;
        }
        String column = Shape.column(field);
        String keptAs = Shape.fitting("kept_r" + revision + "_" + column);
        connections.together(sql -> {
            sql.sql("set local lock_timeout = '5s'").update();
            sql.sql("insert into cuenta.kept_column (table_name, column_name, kept_as, revision) values (?, ?, ?, ?)")
                    .params(Shape.table(field.path().profile()), column, keptAs, revision)
                    .update();
            sql.sql(Ddl.alterColumn(field, "drop default")).update();
            return sql.sql(Ddl.renameColumn(field.path().profile(), column, keptAs))
                    .update();
        });
    }

    /** Gives the column its name back, if it was kept. */
    boolean restore(Field field) {
        return connections.together(sql -> {
            Optional<String> keptAs = nameOf(field, sql);
            keptAs.ifPresent(name -> {
                sql.sql("set local lock_timeout = '5s'").update();
                sql.sql(Ddl.renameColumn(field.path().profile(), name, Shape.column(field)))
                        .update();
                sql.sql("delete from cuenta.kept_column where table_name = ? and column_name = ?")
                        .params(Shape.table(field.path().profile()), Shape.column(field))
                        .update();
            });
            return keptAs.isPresent();
        });
    }
}
