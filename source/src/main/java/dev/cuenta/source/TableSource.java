package dev.cuenta.source;

import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceRow;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.source.TableCatalogue.Beside;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A table of any database with a JDBC driver, and the one-to-one tables beside it. */
final class TableSource implements Source {
    private static final int PAGE = 1000;

    private final Connection connection;
    private final TableCatalogue catalogue;
    private final String table;
    private final List<Beside> beside;
    private final List<TableCatalogue.Column> columns;

    private TableSource(Connection connection, String table, @Nullable List<String> wanted) throws SQLException {
        this.connection = connection;
        this.table = table;
        this.catalogue = new TableCatalogue(connection.getMetaData());
        List<TableCatalogue.Column> own = catalogue.columns(table, null);
        if (own.isEmpty()) {
            throw Sources.refused(
                    "The database has no table `" + table + "`. Name it with its schema: --table public.users");
        }
        List<Beside> found = catalogue.beside(table);
        this.beside = wanted == null
                ? found
                : found.stream().filter(each -> wanted.contains(each.table())).toList();
        this.columns = new ArrayList<>(own);
        for (Beside each : beside) {
            columns.addAll(catalogue.columns(each.table(), each));
        }
    }

    static TableSource open(String url, String table, @Nullable List<String> beside, Sources.Login login) {
        Properties properties = new Properties();
        properties.setProperty("ApplicationName", "cuenta");
        if (login.user() != null) {
            properties.setProperty("user", login.user());
        }
        if (login.password() != null) {
            properties.setProperty("password", login.password());
        }
        try {
            Connection connection = DriverManager.getConnection(url, properties);
            connection.setReadOnly(true);
            connection.setAutoCommit(false);
            return new TableSource(connection, table, beside);
        } catch (SQLException failure) {
            throw broken(failure);
        }
    }

    private static Problem broken(SQLException failure) {
        return Sources.refused("The database of the source says: " + failure.getMessage());
    }

    @Override
    public String name() {
        return table.substring(table.lastIndexOf('.') + 1);
    }

    @Override
    public List<SourceColumn> columns() {
        return columns.stream().map(TableCatalogue.Column::declared).toList();
    }

    /** Tables that are read along, as a plan names them. */
    @Override
    public List<String> beside() {
        return beside.stream().map(Beside::table).toList();
    }

    @Override
    public void each(Consumer<SourceRow> reader) {
        try (Statement statement = connection.createStatement()) {
            statement.setFetchSize(PAGE);
            try (ResultSet rows = statement.executeQuery(query())) {
                while (rows.next()) {
                    reader.accept(row(rows));
                }
            }
            connection.rollback();
        } catch (SQLException failure) {
            throw broken(failure);
        }
    }

    @Override
    public long rows() {
        try (Statement statement = connection.createStatement();
                ResultSet count = statement.executeQuery("select count(*) from " + catalogue.quotedTable(table))) {
            return count.next() ? count.getLong(1) : 0;
        } catch (SQLException failure) {
            throw broken(failure);
        }
    }

    private String query() {
        String selected = columns.stream()
                .map(column -> column.table() + "." + catalogue.quoted(column.own()))
                .collect(Collectors.joining(", "));
        StringBuilder from = new StringBuilder(catalogue.quotedTable(table)).append(" t0");
        for (int i = 0; i < beside.size(); i++) {
            Beside each = beside.get(i);
            from.append(" left join ")
                    .append(catalogue.quotedTable(each.table()))
                    .append(" ")
                    .append(each.alias())
                    .append(" on ")
                    .append(each.alias())
                    .append(".")
                    .append(catalogue.quoted(each.column()))
                    .append(" = t0.")
                    .append(catalogue.quoted(each.of()));
        }
        String order = columns.stream()
                .filter(column -> column.declared().key())
                .map(column -> " order by t0." + catalogue.quoted(column.own()))
                .findFirst()
                .orElse("");
        return "select " + selected + " from " + from + order;
    }

    private SourceRow row(ResultSet rows) throws SQLException {
        Map<String, Object> values = new LinkedHashMap<>();
        for (int i = 0; i < columns.size(); i++) {
            SourceColumn column = columns.get(i).declared();
            Object value = JdbcValues.read(rows, i + 1, column.type());
            if (value != null && !value.equals("")) {
                values.put(column.name(), value);
            }
        }
        return new SourceRow(values);
    }

    @Override
    public void close() {
        try {
            connection.close();
        } catch (SQLException ignored) {
            // Nothing was written; there is nothing to lose.
        }
    }
}
