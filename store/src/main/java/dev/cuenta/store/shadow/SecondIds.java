package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.SECOND_ID;
import static dev.cuenta.store.schema.Shape.literal;

import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;
import java.util.List;

/**
 * Ids beside the keys, for a live model whose ids become another sort of value. The keys, and all that refers to accounts by
 * them, stay as they are; so what an account's id was formerly goes on finding it. A model that goes back to its first scheme
 * has the second ids kept aside: they then are the former ones.
 */
public final class SecondIds {
    private static final String TABLE = Shape.qualified(null);
    private static final String COLUMN = "alter column " + SECOND_ID;

    private final Plan plan;
    private final Statements statements;
    private final Catalogue catalogue;
    private final Requirement requirement;

    public SecondIds(Plan plan, Statements statements, Catalogue catalogue) {
        this.plan = plan;
        this.statements = statements;
        this.catalogue = catalogue;
        this.requirement = new Requirement(statements, catalogue);
    }

    /** The column, which gives an id to whatever the old revision makes. */
    public void expand() {
        Shape shape = plan.shape();
        if (shape.idType() == IdType.COUNTING) {
            statements.shortly(Ddl.SEQUENCE);
        }
        // Apart from each other: together, each record would be rewritten at once.
        statements.together(List.of(
                alter("add column if not exists " + SECOND_ID + " "
                        + shape.idType().sql()),
                alter(COLUMN + " set default " + Ddl.nextId(shape.model().id(), "now()"))));
    }

    private static BriefStatement alter(String action) {
        return BriefStatement.alter(TABLE, action);
    }

    public void fill(Backfill backfill) {
        if (!catalogue.isRequired(TABLE, SECOND_ID)) {
            statements.walk("select count(*) from " + TABLE + " where " + SECOND_ID + " is null", backfill.secondId());
        }
    }

    public void prove() {
        if (catalogue.isBroken(Shape.SECOND_ID_INDEX)) {
            statements.online(FieldIndex.drop(Shape.SECOND_ID_INDEX));
        }
        statements.online(new OnlineStatement("create unique index concurrently if not exists " + Shape.SECOND_ID_INDEX
                + " on " + TABLE + " (" + SECOND_ID + ")"));
        requirement.put(TABLE, SECOND_ID, Shape.SECOND_ID_INDEX + "_required");
    }

    /** They are the present ids again. */
    public BriefStatement taken() {
        return BriefStatement.of("delete from cuenta.kept_column where table_name = " + literal(Shape.ACCOUNT)
                + " and kept_as = " + literal(SECOND_ID));
    }

    /** They are the former ids from now on. */
    public void putAside() {
        statements.together(List.of(
                alter(COLUMN + " drop default, " + COLUMN + " drop not null"),
                KeptColumns.noting(Shape.ACCOUNT, SECOND_ID, SECOND_ID, plan.number())
                        .with(" on conflict do nothing")));
    }

    /**
     * Takes the ids away again when the publish is cancelled.
     *
     * @param kept whether they were there before the publish, as former ids
     */
    public void undo(boolean kept) {
        statements.shortly(alter(
                kept ? COLUMN + " drop default, " + COLUMN + " drop not null" : "drop column if exists " + SECOND_ID));
        if (!kept && plan.shape().idType() == IdType.COUNTING) {
            statements.shortly(BriefStatement.of("drop sequence if exists " + Ddl.IDS));
        }
    }
}
