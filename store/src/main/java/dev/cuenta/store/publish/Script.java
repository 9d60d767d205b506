package dev.cuenta.store.publish;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.shadow.Filling;
import dev.cuenta.store.shadow.Giving;
import dev.cuenta.store.shadow.ShadowColumn;
import dev.cuenta.store.shadow.Statements;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;
import java.util.ArrayList;
import java.util.List;

/** Writes down what a publish would send to the database. */
final class Script implements Statements {
    private final List<String> lines = new ArrayList<>();

    void title(Step step) {
        lines.add("-- " + step);
    }

    List<String> lines() {
        return List.copyOf(lines);
    }

    @Override
    public void shortly(BriefStatement statement) {
        add(statement.sql());
    }

    private void add(String sql) {
        lines.add(sql + ";");
    }

    @Override
    public void online(OnlineStatement statement) {
        add(statement.sql());
    }

    @Override
    public void together(List<BriefStatement> statements) {
        lines.add("begin;");
        statements.forEach(this::shortly);
        lines.add("commit;");
    }

    @Override
    public void walk(String total, String statement) {
        lines.add("-- batch after batch, from the last key on, until none is left:");
        add(statement);
    }

    /** A script is written for the case that nothing came in between. */
    @Override
    public boolean holdsEverywhere(String table, String condition) {
        return true;
    }

    @Override
    public void convert(ShadowColumn shadow) {
        lines.add("-- batch after batch: every value of " + shadow.table() + "." + shadow.formerColumn() + ", read as "
                + shadow.field().type() + ", goes to " + shadow.column());
    }

    @Override
    public void fill(Filling filling) {
        Field field = filling.field();
        lines.add("-- batch after batch: " + Shape.qualified(field.path().profile()) + "." + filling.column()
                + ", where it is empty, gets what " + field.existingFrom() + " gives, as far as it is " + field.type()
                + " and keeps the field's rules");
    }

    @Override
    public void give(Giving giving) {
        lines.add("-- batch after batch: accounts of the kind " + giving.kind() + " get rows in "
                + Shape.qualified(giving.profile())
                + ", with values that move there and with what its fields say for existing records");
    }
}
