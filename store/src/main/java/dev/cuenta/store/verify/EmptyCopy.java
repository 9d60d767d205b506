package dev.cuenta.store.verify;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.Migrations;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.SecretKeys;
import dev.cuenta.store.secret.Secrets;
import java.time.InstantSource;
import java.util.function.Function;
import javax.sql.DataSource;

/** Another database on the same server with the live revision's shape and no records, for a team's own tests. */
public final class EmptyCopy {
    private final Connections connections;
    private final Function<String, DataSource> databases;
    private final InstantSource clock;

    /** @param databases opens a database of the same server by its name */
    public EmptyCopy(Connections connections, Function<String, DataSource> databases, InstantSource clock) {
        this.connections = connections;
        this.databases = databases;
        this.clock = clock;
    }

    /**
     * Makes the database.
     *
     * @throws Problem CONFLICT when there is one of that name
     */
    public void make(String name, Revision revision) {
        boolean taken = connections.each(sql -> sql.sql("select exists (select 1 from pg_database where datname = ?)")
                .param(name)
                .query(Boolean.class)
                .single());
        if (taken) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "There is a database `" + name + "` already. Drop it first, or choose another name.");
        }
        connections.each(sql -> sql.sql("create database " + Shape.quoted(name)).update());
        try {
            fill(databases.apply(name), revision);
        } catch (RuntimeException failure) {
            connections.each(
                    sql -> sql.sql("drop database " + Shape.quoted(name)).update());
            throw failure;
        }
    }

    private void fill(DataSource database, Revision revision) {
        Migrations.run(database);
        Connections there = new Connections(database);
        Revisions revisions = new Revisions(there);
        try (LiveRevisions live = new LiveRevisions(database, there, revisions, new Secrets(SecretKeys.NONE), clock)) {
            Publisher publisher = new Publisher(there, revisions, live);
            publisher.begin(
                    0,
                    revision.source(),
                    ModelDiff.first(revisions.modelOf(revision)).changes(),
                    revision.author(),
                    "As revision " + revision.number() + " of " + revision.publishedAt());
            publisher.carryOn();
        }
    }
}
