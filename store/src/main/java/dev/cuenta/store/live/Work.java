package dev.cuenta.store.live;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.secret.Secrets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.SqlTypeValue;
import org.springframework.jdbc.core.StatementCreatorUtils;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterUtils;
import org.springframework.jdbc.core.namedparam.ParsedSql;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.util.ConcurrentLruCache;

/**
 * Work under one revision, on one connection: SQL, and where it writes one transaction, with Hibernate for account records. What it asks
 * for, it asks within its scope.
 */
public final class Work {
    private static final String SCOPE = "cuenta.scope";
    private static final String LIMIT = "statement_timeout";

    private static final int PARSED_STATEMENTS = 256;

    private static final ConcurrentLruCache<String, ParsedSql> PARSED =
            new ConcurrentLruCache<>(PARSED_STATEMENTS, NamedParameterUtils::parseSqlStatement);

    private final LiveRevision revision;
    private final Connection connection;
    private final @Nullable Session session;
    private final Premises premises;
    private final JdbcTemplate template;
    private final JdbcClient client;
    private final Keys keys;
    private Scope scope;
    /** What PostgreSQL is to be told before the next statement, and is not yet. */
    private final Map<String, String> settings = new LinkedHashMap<>();

    private Work(
            LiveRevision revision, Connection connection, @Nullable Session session, Scope scope, Premises premises) {
        this.revision = revision;
        this.connection = connection;
        this.session = session;
        this.premises = premises;
        this.template = new JdbcTemplate(new SingleConnectionDataSource(connection, true));
        this.client = JdbcClient.create(template);
        this.keys = new Keys(this);
        this.scope = Scope.EVERYWHERE; // where each connection begins: Connections.INITIALLY
        limitTo(scope);
    }

    /** @param premises without which nothing is changed; they are asked with the first question that is {@link #ask asked}, or at the end */
    static Work writing(LiveRevision revision, Session session, Scope scope, Premises premises) {
        premises.forget();
        return new Work(revision, session.doReturningWork(connection -> connection), session, scope, premises);
    }

    /**
     * Each statement is a transaction of its own, unless something is set for the whole of them: that saves a round trip.
     *
     * @param premises which the first question that is {@link #ask asked} asks as well
     */
    static Work reading(LiveRevision revision, Connection connection, Scope scope, Premises premises) {
        return new Work(revision, connection, null, scope, premises);
    }

    public LiveRevision revision() {
        return revision;
    }

    /** Which accounts this work reaches. */
    public Scope scope() {
        return scope;
    }

    /** Does what concerns all that an account is, in whichever tenant. */
    public <T> T everywhere(Supplier<T> question) {
        Scope own = scope;
        limitTo(Scope.EVERYWHERE);
        try {
            return question.get();
        } finally {
            limitTo(own);
        }
    }

    /** Is told to PostgreSQL too, for this transaction; see {@link RowSecurity}. */
    private void limitTo(Scope next) {
        if (!next.equals(scope)) {
            settings.put(SCOPE, next.tenant().map(TenantId::toString).orElse(Connections.EVERYWHERE));
            scope = next;
        }
    }

    /** Each statement from here on fails with SQLSTATE 57014 when it takes longer. */
    public void limitStatements(Duration longest) {
        settings.put(LIMIT, String.valueOf(longest.toMillis()));
    }

    /**
     * For work that adds rows by the thousand: of a table that has just grown PostgreSQL believes that reading all of it is cheaper than an
     * index, for each row's references and triggers too.
     */
    public void relyOnIndexes() {
        settings.put("enable_seqscan", "off");
    }

    private void tell() {
        if (!settings.isEmpty()) {
            try (Statement statement = connection.createStatement()) {
                connection.setAutoCommit(false);
                for (Map.Entry<String, String> setting : settings.entrySet()) {
                    statement.execute("set local " + setting.getKey() + " = '" + setting.getValue() + "'");
                }
            } catch (SQLException refusal) {
                throw new IllegalStateException("The database does not take " + settings, refusal);
            }
            settings.clear();
        }
    }

    /** Whether account records that it reads can be changed. */
    public boolean writes() {
        return session != null;
    }

    /** Hibernate's, of work that writes. */
    public Session session() {
        tell();
        return Objects.requireNonNull(session, "Work that reads changes nothing");
    }

    public Keys keys() {
        return keys;
    }

    public Secrets secrets() {
        return revision.secrets();
    }

    /** Reads and writes the fixed tables. Account records that were changed must have been flushed before. */
    public JdbcClient sql() {
        tell();
        return client;
    }

    /**
     * A statement with its parameters.
     *
     * @param sql which gives rows
     */
    public record Question(String sql, List<?> parameters) {}

    /**
     * Asks one question, in one round trip: with it goes what PostgreSQL is to be told, and the premises. Outside of a transaction
     * PostgreSQL takes what comes together for one, so that a setting ends with it (Frontend/Backend Protocol, pipelining).
     */
    public <T> List<T> ask(String question, List<?> parameters, RowMapper<T> row) {
        return ask(List.of(), new Question(question, parameters), row);
    }

    /**
     * As {@link #ask(String, List, RowMapper)}.
     *
     * @param before what is asked before it, for its effect: the question sees what has become of that
     */
    public <T> List<T> ask(List<Question> before, Question question, RowMapper<T> row) {
        boolean premised = premises.areOpen();
        if (!premised && settings.isEmpty() && before.isEmpty()) {
            return sql().sql(question.sql())
                    .params(question.parameters())
                    .query(row)
                    .list();
        }
        List<Question> together = new ArrayList<>();
        if (premised) {
            together.add(premises.question());
        }
        if (!settings.isEmpty()) {
            together.add(new Question(
                    "select "
                            + settings.keySet().stream()
                                    .map(setting -> "set_config('" + setting + "', ?, true)")
                                    .collect(Collectors.joining(", ")),
                    List.copyOf(settings.values())));
        }
        together.addAll(before);
        together.add(question);
        List<T> answer = together(together, premised, row);
        if (inTransaction()) {
            settings.clear();
        }
        return answer;
    }

    private <T> List<T> together(List<Question> questions, boolean premised, RowMapper<T> row) {
        List<?> all = questions.stream().flatMap(it -> it.parameters().stream()).toList();
        String statements = questions.stream().map(Question::sql).collect(Collectors.joining("; "));
        return Objects.requireNonNull(template.execute(statements, (PreparedStatement asked) -> {
            for (int i = 0; i < all.size(); i++) {
                StatementCreatorUtils.setParameterValue(asked, i + 1, SqlTypeValue.TYPE_UNKNOWN, all.get(i));
            }
            asked.execute();
            if (premised) {
                answered(asked.getResultSet());
            }
            for (int before = 1; before < questions.size(); before++) {
                asked.getMoreResults();
            }
            return rows(asked.getResultSet(), row);
        }));
    }

    private void answered(ResultSet answers) throws SQLException {
        premises.answered(texts(answers));
        if (writes()) {
            premises.require();
        }
    }

    /** Nothing is committed whose premises were not asked. */
    void conclude() {
        if (premises.areOpen()) {
            ask("select true", List.of(), (row, index) -> row.getBoolean(1));
        }
    }

    /** As {@link #ask(String, List, RowMapper)}, with parameters that have names. */
    public <T> List<T> ask(String question, Map<String, Object> parameters, RowMapper<T> row) {
        ParsedSql parsed = PARSED.get(question);
        SqlParameterSource source = new MapSqlParameterSource(parameters);
        return ask(
                NamedParameterUtils.substituteNamedParameters(parsed, source),
                Arrays.asList(NamedParameterUtils.buildValueArray(parsed, source, null)),
                row);
    }

    private boolean inTransaction() {
        try {
            return !connection.getAutoCommit();
        } catch (SQLException gone) {
            throw new IllegalStateException("The database cannot be reached", gone);
        }
    }

    private static List<@Nullable String> texts(ResultSet row) throws SQLException {
        List<@Nullable String> texts = new ArrayList<>();
        row.next();
        for (int i = 1; i <= row.getMetaData().getColumnCount(); i++) {
            texts.add(row.getString(i));
        }
        return texts;
    }

    private static <T> List<T> rows(ResultSet found, RowMapper<T> row) throws SQLException {
        List<T> rows = new ArrayList<>();
        while (found.next()) {
            rows.add(Objects.requireNonNull(row.mapRow(found, rows.size())));
        }
        return rows;
    }

    /**
     * Asks a question on whose answer something rests that will be remembered.
     *
     * @param premises where it is noted, with its answer
     * @param question which gives one row at most
     */
    public <T> Optional<T> find(Premises premises, String question, List<Object> parameters, RowMapper<T> row) {
        RowMapper<T> noting = (found, index) -> {
            premises.note(question, parameters, found.getString("premise"));
            return row.mapRow(found, index);
        };
        Optional<T> answer = sql().sql(
                        "select premise.*, cast(premise as text) as premise from (" + question + ") premise")
                .params(parameters)
                .query(noting)
                .optional();
        if (answer.isEmpty()) {
            premises.note(question, parameters, null);
        }
        return answer;
    }
}
