package dev.cuenta.service;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What an installation sets: {@code cuenta.*} properties, or {@code CUENTA_*} in the environment.
 *
 * @param keyFile where the installation key is kept; made at the first start, readable by its owner only
 * @param secretKeyFile the keys of secret values; made with the first of these, shared by all instances
 * @param pepperFile secrets that go into the hashes of passwords; null for none
 * @param passwordRule a program of the team's that is asked about new passwords; null for none
 * @param sessionLength how long a session lasts at most
 * @param sessionIdle how long it may go unused
 * @param longestSearch for how long the database may look for accounts where no index helps
 * @param tokenLifetime how long a token for a service is good, and how long the keys that verify it may be kept
 * @param pictureFolder where the bytes of pictures are kept; null for the database
 * @param publicUrl where people reach the console: links in mails begin with it
 * @param trustedProxies networks, such as {@code 10.0.0.0/8}: what proxies there say about where a request comes from is believed
 * @param signUpsPerAddress how many people may sign up from one address in a row before each has to wait for the one before; an hour
 *     without any begins anew
 * @param privateSignUp whether signing up tells nobody but the owner of an address that it has an account already
 * @param accessLog whether the log has a line for each request: its method, its address as a pattern, its status, and how long it took
 * @param metrics where metrics are served
 * @param mail null for an installation that writes to nobody
 * @param textMessages a program that sends text messages; null for an installation that sends none
 * @param domain under which each tenant has a subdomain, such as {@code accounts.marea.example}; null for none
 */
@ConfigurationProperties("cuenta")
public record Settings(
        Database database,
        Path keyFile,
        Path secretKeyFile,
        @Nullable Path pepperFile,
        @Nullable Webhook passwordRule,
        Duration sessionLength,
        Duration sessionIdle,
        Duration longestSearch,
        Duration tokenLifetime,
        @Nullable Path pictureFolder,
        @Nullable String domain,
        String publicUrl,
        List<String> trustedProxies,
        int signUpsPerAddress,
        boolean privateSignUp,
        boolean accessLog,
        Metrics metrics,
        @Nullable Mail mail,
        @Nullable Webhook textMessages) {
    /**
     * Where metrics are served, in Prometheus' text format, for whoever reaches the address.
     *
     * @param port 0 for nowhere
     */
    public record Metrics(String address, int port) {}

    /**
     * The SMTP server for mails. Its password comes from the environment, never from an argument.
     *
     * @param server {@code smtp://host:port}, which changes to TLS if the server can, or {@code smtps://host:port}
     * @param from the sender's address
     */
    public record Mail(
            URI server,
            String from,
            @Nullable String user,
            @Nullable String password) {
        @Override
        public String toString() {
            return server.toString();
        }
    }

    /** A program of the team's, and the token that it asks for; that comes from the environment. */
    public record Webhook(URI url, @Nullable String token) {
        @Override
        public String toString() {
            return url.toString();
        }
    }

    /**
     * The PostgreSQL database. Passwords come from the environment, never from an argument.
     *
     * @param user works with the records
     * @param owner owns the tables and changes their shape; null where the user does that as well
     */
    public record Database(
            String url,
            String user,
            @Nullable String password,
            @Nullable Owner owner) {
        /** Another login to the same database. */
        public record Owner(String user, @Nullable String password) {
            @Override
            public String toString() {
                return user;
            }
        }

        Owner ownerOrUser() {
            return owner == null ? new Owner(user, password) : owner;
        }

        @Override
        public String toString() {
            return url;
        }
    }
}
