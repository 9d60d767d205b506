package dev.cuenta.service;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.service.body.RequiredComponents;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.service.password.PackagedCommonPasswords;
import dev.cuenta.service.password.RuleWebhook;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.DatabaseClock;
import dev.cuenta.store.database.Heartbeat;
import dev.cuenta.store.database.OpenConnections;
import dev.cuenta.store.database.Server;
import dev.cuenta.store.database.TableOwner;
import dev.cuenta.store.database.Waits;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.picture.FolderContents;
import dev.cuenta.store.picture.StoredContents;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.store.retention.RetentionSchedules;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.Resealing;
import dev.cuenta.store.secret.SecretKeys;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.session.Attempts;
import dev.cuenta.store.verify.EmptyCopy;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.StreamWriteFeature;
import tools.jackson.databind.AnnotationIntrospector;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.cfg.CoercionAction;
import tools.jackson.databind.cfg.CoercionInputShape;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.type.LogicalType;

@Configuration(proxyBeanMethods = false)
class Wiring {
    private static final Logger LOG = LoggerFactory.getLogger(Wiring.class);

    /** For how long a request waits for a connection: there are more threads than connections, so that some can say that there is none. */
    private static final int CONNECTION_MILLIS = 1500;

    private static final int STATEMENT_SECONDS = 120;
    private static final int FOR_EVER = 0;

    /** Bean methods that need the tables take this, so that they are there. */
    @Bean(destroyMethod = "close")
    TableOwner tableOwner(Settings settings) {
        Settings.Database database = settings.database();
        Settings.Database.Owner owner = database.ownerOrUser();
        HikariConfig config = new HikariConfig();
        config.setPoolName("cuenta owner");
        config.setDataSource(Connections.source(database.url(), owner.user(), owner.password(), FOR_EVER));
        config.setMaximumPoolSize(8);
        config.setMinimumIdle(0);
        TableOwner tableOwner = new TableOwner(new HikariDataSource(config));
        tableOwner.migrate();
        if (owner.user().equals(database.user())) {
            LOG.warn(
                    "The database's user {} owns the tables that it works with: an error in a statement could change"
                            + " more than records. Give the service a role of its own: docs/operating.md, \"Two roles\"",
                    owner);
        } else {
            tableOwner.letWork(database.user());
        }
        return tableOwner;
    }

    @Bean
    OpenConnections openConnections() {
        return new OpenConnections();
    }

    @Bean(destroyMethod = "close")
    HikariDataSource dataSource(Settings settings, OpenConnections open, TableOwner owner) {
        HikariConfig config = new HikariConfig();
        config.setPoolName("cuenta");
        config.setDataSource(open.of(database(settings.database(), STATEMENT_SECONDS + 5)));
        config.setMaximumPoolSize(16);
        config.setMinimumIdle(2);
        // A request that waits for a lock which somebody took by hand is better answered.
        config.setConnectionInitSql(Connections.INITIALLY + "; set lock_timeout = '2s'; set statement_timeout = '"
                + STATEMENT_SECONDS + "s'");
        config.setConnectionTimeout(CONNECTION_MILLIS);
        config.setValidationTimeout(CONNECTION_MILLIS / 2);
        return new HikariDataSource(config);
    }

    @Bean(destroyMethod = "close")
    Heartbeat heartbeat(Settings settings, OpenConnections open, Connections connections) {
        HikariPoolMXBean state = connections.pool(HikariDataSource.class).getHikariPoolMXBean();
        return new Heartbeat(database(settings.database(), 1), open, state::getActiveConnections);
    }

    private static DataSource database(Settings.Database database, int answerSeconds) {
        return Connections.source(database.url(), database.user(), database.password(), answerSeconds);
    }

    @Bean
    Connections connections(DataSource dataSource) {
        return new Connections(dataSource);
    }

    @Bean
    Attempts attempts(Connections connections) {
        return new Attempts(connections);
    }

    @Bean
    KnownKeys knownKeys(Connections connections) {
        return new KnownKeys(connections);
    }

    @Bean
    Secrets secrets(SecretKeys keys) {
        return new Secrets(keys);
    }

    @Bean
    Resealing resealing(Connections connections, Secrets secrets, KnownKeys known) {
        return new Resealing(connections, secrets, known);
    }

    @Bean
    Revisions revisions(TableOwner owner) {
        return new Revisions(owner.connections());
    }

    @Bean(destroyMethod = "close")
    LiveRevisions liveRevisions(
            DataSource dataSource, Connections connections, Revisions revisions, Secrets secrets, Clock clock) {
        LiveRevisions live = new LiveRevisions(dataSource, connections, revisions, secrets, clock);
        live.refresh();
        return live;
    }

    @Bean
    Publisher publisher(TableOwner owner, Revisions revisions, LiveRevisions live) {
        Publisher publisher = new Publisher(owner.connections(), revisions, live);
        publisher.prepare();
        return publisher;
    }

    @Bean
    RetentionSchedules retentionSchedules(Connections connections) {
        return new RetentionSchedules(connections);
    }

    @Bean
    Links links(TableOwner owner, Settings settings) {
        Path file = settings.secretKeyFile().resolveSibling("activity-keys");
        // Which of them count the chain itself knows.
        return new Links(owner.connections(), new KeyFile(file, "keys of activity", keys -> {}));
    }

    @Bean
    Waits waits(Connections connections, TableOwner owner) {
        return new Waits(List.of(connections, owner.connections()));
    }

    @Bean
    RetentionRuns retentionRuns(Connections connections) {
        return new RetentionRuns(connections);
    }

    @Bean
    EmptyCopy emptyCopy(Settings settings, TableOwner owner, Clock clock) {
        Settings.Database.Owner login = settings.database().ownerOrUser();
        Server server = new Server(settings.database().url(), login.user(), login.password());
        return new EmptyCopy(owner.connections(), server::database, clock);
    }

    /** In the database, unless a folder is named that all instances share. */
    @Bean
    PictureContents pictureContents(Settings settings, Connections connections) {
        return settings.pictureFolder() == null
                ? new StoredContents(connections)
                : new FolderContents(settings.pictureFolder());
    }

    @Bean
    DatabaseClock clock(Connections connections) {
        return new DatabaseClock(connections, Clock.systemUTC());
    }

    @Bean
    PasswordScheme passwordScheme(Peppers peppers) {
        return new Argon2id(peppers);
    }

    @Bean
    CommonPasswords commonPasswords() {
        return new PackagedCommonPasswords();
    }

    @Bean
    OwnRule ownRule(Settings settings) {
        return settings.passwordRule() == null ? OwnRule.NONE : new RuleWebhook(settings.passwordRule());
    }

    @Bean
    JsonMapperBuilderCustomizer strictObjects() {
        return builder -> builder.annotationIntrospector(
                        AnnotationIntrospector.pair(new JacksonAnnotationIntrospector(), new RequiredComponents()))
                .changeDefaultPropertyInclusion(present -> present.withValueInclusion(JsonInclude.Include.NON_NULL))
                .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
                .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
                .withCoercionConfig(
                        LogicalType.Textual,
                        texts -> texts.setCoercion(CoercionInputShape.Integer, CoercionAction.Fail)
                                .setCoercion(CoercionInputShape.Float, CoercionAction.Fail)
                                .setCoercion(CoercionInputShape.Boolean, CoercionAction.Fail))
                .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
                .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
                .enable(StreamWriteFeature.WRITE_BIGDECIMAL_AS_PLAIN);
    }
}
