package dev.cuenta.store.shadow;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Columns of removed fields. They stay in their table under another name, until the field is published again or they are swept. */
public final class KeptColumns {
    private final JdbcClient sql;

    public KeptColumns(JdbcClient sql) {
        this.sql = sql;
    }

    /** The name under which the field's column was kept last, if it has the field's type; precision and scale count. */
    public Optional<String> fitting(Field field, Shape shape) {
        return sql.sql("""
                        select kept_as from cuenta.kept_column k
                        join pg_attribute a on a.attrelid = to_regclass(?) and a.attname = k.kept_as and not a.attisdropped
                        where table_name = ? and column_name = ? and replace(format_type(atttypid, atttypmod), ' ', '')
                            in (replace(?, ' ', ''), replace(format_type(?::regtype, null), ' ', ''))
                        order by revision desc limit 1""")
                .params(
                        Shape.qualified(field.path().profile()),
                        Shape.table(field.path().profile()),
                        Shape.column(field),
                        shape.type(field),
                        shape.type(field))
                .query(String.class)
                .optional();
    }

    boolean isKept(ShadowColumn shadow) {
        return sql.sql("select exists (select 1 from cuenta.kept_column where table_name = ? and kept_as = ?)")
                .params(Shape.table(shadow.field().path().profile()), shadow.keptAs())
                .query(Boolean.class)
                .single();
    }

    /** Whether the accounts have former ids from an earlier time. */
    public boolean keepsSecondIds() {
        return sql.sql("select exists (select 1 from cuenta.kept_column where kept_as = '" + Shape.SECOND_ID + "')")
                .query(Boolean.class)
                .single();
    }

    /** Whether the profile's table holds columns of an earlier time. */
    public boolean keepsFrom(String profile) {
        return sql.sql("select exists (select 1 from cuenta.kept_column where table_name = ?)")
                .param(Shape.table(profile))
                .query(Boolean.class)
                .single();
    }

    /** Puts the field's column aside, without the rules and indexes that belonged to it. */
    public List<BriefStatement> keeping(Field field, int revision) {
        String column = Shape.column(field);
        String keptAs = RuleNames.fitting("kept_r" + revision + "_" + column);
        List<BriefStatement> statements = new ArrayList<>();
        statements.add(noting(field, keptAs, revision));
        statements.add(Ddl.alterColumn(field, column, "drop default"));
        statements.addAll(Ddl.dropRules(field));
        FieldIndex.all(field).forEach(index -> statements.add(index.drop(field)));
        statements.add(Ddl.renameColumn(field.path().profile(), column, keptAs));
        return statements;
    }

    static BriefStatement noting(Field field, String keptAs, int revision) {
        return noting(Shape.table(field.path().profile()), Shape.column(field), keptAs, revision);
    }

    static BriefStatement noting(String table, String column, String keptAs, int revision) {
        return BriefStatement.of("insert into cuenta.kept_column (table_name, column_name, kept_as, revision) values ("
                + String.join(
                        ", ",
                        Shape.literal(table),
                        Shape.literal(column),
                        Shape.literal(keptAs),
                        String.valueOf(revision))
                + ")");
    }

    /** Gives the column its name back. */
    public List<BriefStatement> restoring(Field field, Shape shape) {
        return fitting(field, shape).stream()
                .flatMap(keptAs -> Stream.of(
                        Ddl.renameColumn(field.path().profile(), keptAs, Shape.column(field)),
                        BriefStatement.of("delete from cuenta.kept_column where table_name = "
                                + Shape.literal(Shape.table(field.path().profile())) + " and kept_as = "
                                + Shape.literal(keptAs))))
                .toList();
    }
}
