package dev.cuenta.client;

import java.net.URI;
import java.time.Duration;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;

/**
 * A Cuenta service, as a program asks it. Immutable, and good for many threads at once: make one, and keep it.
 *
 * <pre>{@code
 * Cuenta cuenta = Cuenta.at(URI.create("https://accounts.marea.example")).key(key);
 * BerthHolder holder = cuenta.accounts(BerthHolder.class).get(id).account();
 * }</pre>
 */
public final class Cuenta {
    static final TypeReference<Map<String, Object>> MAP = new TypeReference<>() {};

    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration TIMEOUT = Duration.ofSeconds(30);
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final Connection connection;
    private final Tokens tokens;

    private Cuenta(Connection connection) {
        this(connection, new Tokens(connection));
    }

    private Cuenta(Connection connection, Tokens tokens) {
        this.connection = connection;
        this.tokens = tokens;
    }

    /**
     * The service at an address, asked as a guest. A request takes thirty seconds at most. What the service cannot answer just now is asked
     * again when it says, within ten seconds, if asking twice does no harm.
     */
    public static Cuenta at(URI service) {
        return over(service, new HttpClientTransport(CONNECT, TIMEOUT));
    }

    /** As {@link #at}, for answers that may take another time. */
    public static Cuenta at(URI service, Duration timeout) {
        return over(service, new HttpClientTransport(CONNECT, timeout));
    }

    /** As {@link #at}, with a transport of one's own. */
    public static Cuenta over(URI service, Transport transport) {
        return new Cuenta(new Connection(service, transport, PATIENCE));
    }

    /** The same, asked by a service with its key, or by a person with a session's token. */
    public Cuenta key(String key) {
        return new Cuenta(connection.as(key));
    }

    /** The same, limited to a tenant; without a limit of its own for null. */
    public Cuenta within(@Nullable String tenant) {
        return new Cuenta(connection.within(tenant), tokens);
    }

    /** The same, for a person with whose token a service acts: it can do no more than both may. */
    public Cuenta actingFor(@Nullable String personToken) {
        return new Cuenta(connection.with("Cuenta-Person", personToken), tokens);
    }

    /** Accounts as maps. */
    public Accounts<Map<String, Object>> accounts() {
        return new Accounts<>(connection, MAP.getType());
    }

    /**
     * Accounts as a class of the caller's own, such as a record with the fields that it needs: what an account has beyond them is passed
     * over.
     */
    public <A> Accounts<A> accounts(Class<A> type) {
        return new Accounts<>(connection, type);
    }

    /** What hangs on accounts. */
    public Dependents dependents() {
        return new Dependents(connection);
    }

    /** Pictures of accounts. */
    public Pictures pictures() {
        return new Pictures(connection);
    }

    /** What people may do. */
    public Checks checks() {
        return new Checks(connection);
    }

    /** Tokens that people show. Their keys are kept, so keep this one. */
    public Tokens tokens() {
        return tokens;
    }
}
