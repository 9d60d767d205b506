package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Tables in which a service keeps the names, to which its own records can refer, and a copy of what it reads. In PostgreSQL's dialect. */
final class Sql extends Code {
    private final Set<String> columns = new HashSet<>(Set.of("id", "kind", "display_name"));

    Sql(Contract contract) {
        super(contract);
    }

    @Override
    String write() {
        line("-- " + origin(Language.SQL));
        if (!vocabulary().roles().isEmpty()) {
            table("account_role", "number smallint primary key", "name text not null unique");
            line("insert into account_role (number, name) values");
            line("    "
                    + vocabulary().roles().entrySet().stream()
                            .map(role -> "(" + role.getValue() + ", " + literal(role.getKey()) + ")")
                            .collect(Collectors.joining(", "))
                    + "\n    on conflict (number) do update set name = excluded.name;");
        }
        names("account_kind", vocabulary().kinds());
        names("account_permission", vocabulary().permissions());
        account();
        return text();
    }

    private void table(String name, String... columns) {
        line("");
        line("create table if not exists " + name + " (" + String.join(", ", columns) + ");");
    }

    private void names(String table, Collection<String> names) {
        if (!names.isEmpty()) {
            table(table, "name text primary key");
            line("insert into " + table + " (name) values "
                    + names.stream().map(name -> "(" + literal(name) + ")").collect(Collectors.joining(", "))
                    + "\n    on conflict do nothing;");
        }
    }

    private void account() {
        List<String> all = new ArrayList<>();
        all.add("id text primary key");
        if (sees("kind")) {
            all.add("kind text not null references account_kind");
        }
        if (sees("displayName")) {
            all.add("display_name text not null");
        }
        columns(all, "", ownFields(), true);
        profiles().forEach((profile, fields) -> columns(all, profile + ".", fields, false));
        line("");
        line("create table if not exists account (");
        line("    " + String.join(",\n    ", all));
        line(");");
    }

    /** @param everybody whether every account has the fields; one without the profile has none of its fields */
    private void columns(List<String> all, String prefix, Map<String, Value> fields, boolean everybody) {
        fields.forEach((name, value) -> {
            String column = column(prefix + name);
            String check = value.kind() == Value.Kind.OPTION
                    ? " check (" + column + (value.many() ? " <@ array[" : " in (")
                            + options(prefix + name).stream().map(Sql::literal).collect(Collectors.joining(", "))
                            + (value.many() ? "])" : "))")
                    : "";
            all.add(column + " " + type(value) + (value.always() && everybody ? " not null" : "") + check);
        });
    }

    private String column(String path) {
        return "\"" + free(constant(path).toLowerCase(Locale.ROOT), columns) + "\"";
    }

    private static String type(Value value) {
        String one = switch (value.kind()) {
            case TEXT, OPTION -> "text";
            case INTEGER -> "bigint";
            case DECIMAL -> "numeric";
            case FLAG -> "boolean";
            case DATE -> "date";
            case MOMENT -> "timestamptz";
            case ANYTHING -> "jsonb";
        };
        return value.many() && value.kind() != Value.Kind.ANYTHING ? one + "[]" : one;
    }

    private static String literal(String value) {
        return "'" + value.replace("'", "''") + "'";
    }
}
