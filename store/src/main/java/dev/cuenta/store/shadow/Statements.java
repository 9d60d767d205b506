package dev.cuenta.store.shadow;

import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;
import java.util.List;

/** Where the steps of a publish send what they want done: to the database, or to somebody who wants to read it first. */
public interface Statements {
    /** One statement that takes effect by itself. */
    void shortly(BriefStatement statement);

    /** One statement that blocks nobody and may wait. */
    void online(OnlineStatement statement);

    /** Statements that take effect together. */
    void together(List<BriefStatement> statements);

    /**
     * Walks a table by key in batches, each committed before the next.
     *
     * @param total how many records there are to do, as a query
     * @param statement takes the last batch's last key and answers with this one's and with how many were done
     */
    void walk(String total, String statement);

    /** Whether no record of the table breaks the condition; asked before a rule is proven. */
    boolean holdsEverywhere(String table, String condition);

    /** Converts a column's values in batches. */
    void convert(ShadowColumn shadow);

    /** Fills a column in batches with what its field's expression gives each record. */
    void fill(Filling filling);

    /** Gives a kind's accounts a profile, in batches. */
    void give(Giving giving);
}
