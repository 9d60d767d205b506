package dev.cuenta.store.database;

import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.store.compare.CountedRecords;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.store.secret.Secrets;
import java.time.InstantSource;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A database of its own in the cluster that all tests of the process share. */
public final class TestDatabase implements AutoCloseable {
    private static final Cluster CLUSTER = Cluster.shared();

    private final HikariDataSource owned;
    private final TableOwner owner;
    private final HikariDataSource dataSource;
    private final Connections connections;
    private final Revisions revisions;
    private final TestKeys keys = new TestKeys();
    private final LiveRevisions live;

    private final String name = Cluster.name();

    public TestDatabase() {
        CLUSTER.create(name, Cluster.migrated());
        owned = CLUSTER.connect(name, Cluster.OWNER, 12);
        owner = new TableOwner(owned);
        dataSource = CLUSTER.connect(name, Cluster.SERVICE, 12);
        connections = new Connections(dataSource);
        revisions = new Revisions(owner.connections());
        live = new LiveRevisions(dataSource, connections, revisions, new Secrets(keys), InstantSource.system());
    }

    /** What publishing the file would do. */
    public Diff diff(String source) {
        var next = ModelFile.read("test.yaml", source).model().orElseThrow();
        return revisions
                .live()
                .map(revision -> ModelDiff.between(
                        revision.number(),
                        revisions.modelOf(revision),
                        next,
                        counted(revisions.modelOf(revision), next)))
                .orElseGet(() -> ModelDiff.first(next));
    }

    public CountedRecords counted(AccountModel model, AccountModel next) {
        return new CountedRecords(connections, model, next, live.secrets(), live.clock(), rule -> Optional.empty());
    }

    /** Publishes the file as the service would, and waits until it is done. */
    public Diff publish(String source) {
        Diff diff = diff(source);
        Publisher publisher = publisher();
        publisher.begin(diff.liveRevision(), source, diff.changes(), "test", "");
        publisher.carryOn();
        return diff;
    }

    public Publisher publisher() {
        return new Publisher(owner.connections(), revisions, live);
    }

    /** As a second instance of the service would have it. */
    public LiveRevisions anotherInstance() {
        LiveRevisions another =
                new LiveRevisions(dataSource, connections, revisions, new Secrets(keys), InstantSource.system());
        another.refresh();
        // It is not taken for dead before it refreshes itself or is closed, however long a test takes.
        sql().sql("update cuenta.instance set seen_at = now() + interval '1 hour'")
                .update();
        return another;
    }

    public TestKeys keys() {
        return keys;
    }

    public Revisions revisions() {
        return revisions;
    }

    public Revision latest() {
        return revisions.history().get(0);
    }

    /** Empty while the connections are being cut. */
    public Optional<Revision> latestSafely() {
        try {
            return Optional.of(latest());
        } catch (RuntimeException wasCutOff) {
            return Optional.empty();
        }
    }

    public String name() {
        return name;
    }

    /** After connections were cut: new ones are opened, which nobody has cut yet. */
    public void reconnect() {
        owned.getHikariPoolMXBean().softEvictConnections();
        dataSource.getHikariPoolMXBean().softEvictConnections();
    }

    /** A connection from another database of the cluster. */
    public record Outside(HikariDataSource dataSource) implements AutoCloseable {
        public JdbcClient sql() {
            return JdbcClient.create(dataSource);
        }

        @Override
        public void close() {
            dataSource.close();
        }
    }

    public Outside outside() {
        return new Outside(CLUSTER.connect("postgres", Cluster.OWNER, 1));
    }

    public LiveRevisions live() {
        return live;
    }

    /** Of the role that works with the records. */
    public Connections connections() {
        return connections;
    }

    public TableOwner owner() {
        return owner;
    }

    /** As the owner of the tables. */
    public JdbcClient sql() {
        return JdbcClient.create(owned);
    }

    @Override
    public void close() {
        live.close();
        dataSource.close();
        owner.close();
        CLUSTER.drop(name);
    }
}
