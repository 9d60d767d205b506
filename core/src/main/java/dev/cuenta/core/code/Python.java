package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;

final class Python extends Code {
    Python(Contract contract) {
        super(contract);
    }

    @Override
    String write() {
        line("\"\"\"" + origin(Language.PYTHON) + "\"\"\"");
        line("from typing import Any, Literal, NotRequired, TypedDict");
        line("");
        if (!vocabulary().roles().isEmpty()) {
            names("Role", vocabulary().roles().keySet());
            line("");
            line("# Roles by their numbers, which stay the same for ever.");
            line("ROLES: dict[Role, int] = {"
                    + vocabulary().roles().entrySet().stream()
                            .map(role -> quoted(role.getKey()) + ": " + role.getValue())
                            .collect(Collectors.joining(", "))
                    + "}");
        }
        names("Kind", vocabulary().kinds());
        names("Permission", vocabulary().permissions());
        vocabulary().options().forEach((field, options) -> names(optionType(field), options));
        profiles().forEach((profile, fields) -> record(pascal(profile) + "Profile", members(profile + ".", fields)));
        account();
        sent();
        return text();
    }

    @Override
    String escaped(int codePoint) {
        return "\\U%08x".formatted(codePoint);
    }

    private void names(String name, Collection<String> values) {
        if (!values.isEmpty()) {
            line(name + " = Literal[" + quoted(values) + "]");
        }
    }

    private void account() {
        Map<String, String> members = new LinkedHashMap<>();
        members.put("id", "str");
        if (sees("kind")) {
            members.put("kind", "Kind");
        }
        if (sees("displayName")) {
            members.put("displayName", "str");
        }
        if (sees("roles")) {
            members.put("roles", "list[Role]");
        }
        if (sees("tenants")) {
            Map<String, String> tenant = new LinkedHashMap<>(Map.of("id", "str"));
            tenant.put("name", "str");
            if (sees("roles")) {
                tenant.put("roles", "NotRequired[list[Role]]");
            }
            record("Tenant", tenant);
            members.put("tenants", "list[Tenant]");
        }
        members.putAll(members("", ownFields()));
        profiles().keySet().forEach(profile -> members.put(profile, "NotRequired[" + pascal(profile) + "Profile]"));
        record("Account", members);
    }

    private Map<String, String> members(String prefix, Map<String, Value> fields) {
        Map<String, String> members = new LinkedHashMap<>();
        fields.forEach((name, value) -> {
            String type = type(prefix + name, value);
            members.put(name, value.always() ? type : "NotRequired[" + type + "]");
        });
        return members;
    }

    /** In the form that has no trouble with names that are words of the language. */
    private void record(String name, Map<String, String> members) {
        line("");
        line("# What is empty is left out.");
        line(name + " = TypedDict(" + quoted(name) + ", {");
        members.forEach((member, type) -> line("    " + quoted(member) + ": " + type + ","));
        line("})");
    }

    private String type(String path, Value value) {
        String one = switch (value.kind()) {
            case TEXT, DATE, MOMENT -> "str";
            case OPTION -> optionType(path);
            case INTEGER -> "int";
            case DECIMAL -> "float";
            case FLAG -> "bool";
            case ANYTHING -> "Any";
        };
        return value.many() ? "list[" + one + "]" : one;
    }

    private void sent() {
        line("");
        line("# To be sent when the service starts: PUT /v1/services/"
                + contract().service() + "/vocabulary");
        line("VOCABULARY: dict[str, Any] = {");
        line("    \"roles\": " + (vocabulary().roles().isEmpty() ? "{}" : "ROLES") + ",");
        line("    \"kinds\": [" + quoted(vocabulary().kinds()) + "],");
        line("    \"permissions\": [" + quoted(vocabulary().permissions()) + "],");
        line("    \"options\": {");
        vocabulary()
                .options()
                .forEach((field, options) -> line("        " + quoted(field) + ": [" + quoted(options) + "],"));
        line("    },");
        line("}");
    }
}
