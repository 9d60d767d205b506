package dev.cuenta.service;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.service.password.Argon2id;
import dev.cuenta.service.password.PackagedCommonPasswords;
import dev.cuenta.service.password.Peppers;
import dev.cuenta.service.password.RuleWebhook;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.Migrations;
import dev.cuenta.store.database.Server;
import dev.cuenta.store.picture.FolderContents;
import dev.cuenta.store.picture.StoredContents;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.store.retention.RetentionSchedules;
import dev.cuenta.store.revision.EmptyCopy;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Publisher;
import dev.cuenta.store.revision.Revisions;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.Resealing;
import dev.cuenta.store.secret.SecretKeys;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.session.Attempts;
import java.time.Clock;
import javax.sql.DataSource;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.StreamWriteFeature;
import tools.jackson.databind.MapperFeature;

@Configuration(proxyBeanMethods = false)
class Wiring {
    @Bean(destroyMethod = "close")
    HikariDataSource dataSource(Settings settings) {
        HikariConfig config = new HikariConfig();
        config.setPoolName("cuenta");
        config.setJdbcUrl(settings.database().url());
        config.setUsername(settings.database().user());
        config.setPassword(settings.database().password());
        config.setMaximumPoolSize(16);
        config.setMinimumIdle(2);
        // A failed statement's server message would hold stored values.
        config.addDataSourceProperty("logServerErrorDetail", "false");
        config.addDataSourceProperty("ApplicationName", "cuenta");
        config.addDataSourceProperty("tcpKeepAlive", "true");
        HikariDataSource dataSource = new HikariDataSource(config);
        Migrations.run(dataSource);
        return dataSource;
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
    Revisions revisions(Connections connections) {
        return new Revisions(connections);
    }

    @Bean(destroyMethod = "close")
    LiveRevisions liveRevisions(
            DataSource dataSource, Connections connections, Revisions revisions, Secrets secrets, Clock clock) {
        LiveRevisions live = new LiveRevisions(dataSource, connections, revisions, secrets, clock);
        live.refresh();
        return live;
    }

    @Bean
    Publisher publisher(Connections connections, Revisions revisions, LiveRevisions live) {
        Publisher publisher = new Publisher(connections, revisions, live);
        publisher.prepare();
        return publisher;
    }

    @Bean
    RetentionSchedules retentionSchedules(Connections connections) {
        return new RetentionSchedules(connections);
    }

    @Bean
    Links links(Connections connections) {
        return new Links(connections);
    }

    @Bean
    RetentionRuns retentionRuns(Connections connections) {
        return new RetentionRuns(connections);
    }

    @Bean
    EmptyCopy emptyCopy(Settings settings, Connections connections, Clock clock) {
        Settings.Database database = settings.database();
        Server server = new Server(database.url(), database.user(), database.password());
        return new EmptyCopy(connections, server::database, clock);
    }

    /** In the database, unless a folder is named that all instances share. */
    @Bean
    PictureContents pictureContents(Settings settings, Connections connections) {
        return settings.pictureFolder() == null
                ? new StoredContents(connections)
                : new FolderContents(settings.pictureFolder());
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
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
    JsonMapperBuilderCustomizer strictJson() {
        return builder -> builder.enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
                .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                .enable(StreamWriteFeature.WRITE_BIGDECIMAL_AS_PLAIN);
    }
}
