package dev.cuenta.store.publish;

import dev.cuenta.store.live.Step;
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
}
