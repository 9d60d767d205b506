package dev.cuenta.client;

import dev.cuenta.wire.Page;
import dev.cuenta.wire.account.Count;
import dev.cuenta.wire.account.LookedUp;
import dev.cuenta.wire.account.Lookup;
import java.lang.reflect.Type;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.function.Function;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.jspecify.annotations.Nullable;

/**
 * Accounts, as whoever asks sees them. All of it throws {@link Refused} and {@link Unreachable}.
 *
 * @param <A> what an account is read as
 */
public final class Accounts<A> {
    private static final int PAGE = 200;
    private static final int TRIES = 5;
    private static final String PATH = "/v1/accounts";

    private final Connection connection;
    private final Type type;

    Accounts(Connection connection, Type type) {
        this.connection = connection;
        this.type = type;
    }

    /**
     * The account with an id.
     *
     * @throws Refused.NotFound also for one that is out of reach
     */
    public Versioned<A> get(String id) {
        return versioned(connection.answer(Request.of("GET", path(id)), type));
    }

    /** As {@link #get}; empty where it is not there. */
    public Optional<Versioned<A>> find(String id) {
        try {
            return Optional.of(get(id));
        } catch (Refused.NotFound missing) {
            return Optional.empty();
        }
    }

    private static String path(String id) {
        return PATH + "/" + Request.encoded(id);
    }

    private static <A> Versioned<A> versioned(Connection.Answer<A> answer) {
        return new Versioned<>(answer.value(), answer.etag().orElse(""));
    }

    /**
     * A page.
     *
     * @param limit 1 to 200
     * @param cursor {@link Page#next()} of the page before; null for the first
     */
    public Page<A> list(AccountQuery query, int limit, @Nullable String cursor) {
        return connection.ask(query.page(limit, cursor), of(Page.class));
    }

    /** All of them, a page of {@value #PAGE} asked for as it is needed; what changes meanwhile may be seen or not. */
    public Stream<A> stream(AccountQuery query) {
        return StreamSupport.stream(
                Spliterators.spliteratorUnknownSize(new Pages(query), Spliterator.ORDERED | Spliterator.NONNULL),
                false);
    }

    private final class Pages implements Iterator<A> {
        private final AccountQuery query;
        private @Nullable Page<A> page;
        private int next;

        Pages(AccountQuery query) {
            this.query = query;
        }

        @Override
        public boolean hasNext() {
            while (page == null || (next == page.items().size() && page.next() != null)) {
                page = list(query, PAGE, page == null ? null : page.next());
                next = 0;
            }
            return next < page.items().size();
        }

        @Override
        public A next() {
            if (!hasNext() || page == null) {
                throw new NoSuchElementException();
            }
            return page.items().get(next++);
        }
    }

    /**
     * How many there are.
     *
     * @param filter null for all that are within reach
     */
    public long count(@Nullable String filter) {
        Count counted = connection.ask(Request.of("GET", PATH + "/count").query("filter", filter), Count.class);
        return counted.count();
    }

    /**
     * Up to a thousand at once.
     *
     * @param by {@code id}, or a unique field
     */
    public LookedUp<A> lookUp(String by, List<?> values) {
        Lookup lookup = new Lookup(by, List.copyOf(values), null);
        return connection.ask(Request.of("POST", PATH + "/lookup").json(lookup).asking(), of(LookedUp.class));
    }

    private Type of(Class<?> raw) {
        var types = Connection.json().getTypeFactory();
        return types.constructParametricType(raw, Connection.json().constructType(type));
    }

    /**
     * Makes an account.
     *
     * @param account what it is to have, by field; its kind, roles and password as well
     */
    public Versioned<A> create(Object account) {
        return versioned(connection.answer(Request.of("POST", PATH).json(account), type));
    }

    /**
     * Changes what the patch names (JSON Merge Patch, RFC 7396), if nobody changed the account since.
     *
     * @param seen the ETag of what was read
     * @throws Refused.Stale where somebody did
     */
    public Versioned<A> patch(String id, Map<String, ?> patch, String seen) {
        return versioned(
                connection.answer(Request.of("PATCH", path(id)).json(patch).header("If-Match", seen), type));
    }

    /**
     * Reads the account, works out what to change, and changes it; from the beginning, some times, where somebody else changed it in between.
     *
     * @param change gives a JSON Merge Patch (RFC 7396) for the account as it is
     */
    public Versioned<A> change(String id, Function<A, Map<String, ?>> change) {
        for (int left = TRIES - 1; ; left--) {
            Versioned<A> seen = get(id);
            try {
                return patch(id, change.apply(seen.account()), seen.etag());
            } catch (Refused.Stale stale) {
                if (left == 0) {
                    throw stale;
                }
            }
        }
    }

    /** With everything that hangs on it and may go. */
    public void remove(String id) {
        connection.tell(Request.of("DELETE", path(id)));
    }
}
