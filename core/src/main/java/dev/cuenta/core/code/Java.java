package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.SourceVersion;

/** Records and enums that Jackson reads, as the client library does, in one class. */
final class Java extends Code {
    private static final String JSON = "@com.fasterxml.jackson.annotation.JsonProperty(";

    /** JLS 8.10.1: what a component of a record cannot be called. */
    private static final Set<String> NO_COMPONENTS =
            Set.of("clone", "finalize", "getClass", "hashCode", "notify", "notifyAll", "toString", "wait");

    Java(Contract contract) {
        super(contract);
    }

    @Override
    String write() {
        line("/** " + origin(Language.JAVA) + " */");
        line("public final class " + pascal(contract().service()) + "Types {");
        line("    private " + pascal(contract().service()) + "Types() {}");
        roles();
        constants("Kind", vocabulary().kinds());
        vocabulary().options().forEach((field, options) -> constants(optionType(field), options));
        permissions();
        profiles().forEach((profile, fields) -> record(pascal(profile) + "Profile", members(profile + ".", fields)));
        account();
        sent();
        line("}");
        return text();
    }

    private void roles() {
        if (vocabulary().roles().isEmpty()) {
            return;
        }
        line("");
        line("    /** Roles by their numbers, which stay the same for ever. */");
        line("    public enum Role {");
        Set<String> taken = new HashSet<>();
        vocabulary()
                .roles()
                .forEach((name, number) -> line(
                        "        " + JSON + quoted(name) + ") " + free(constant(name), taken) + "(" + number + "),"));
        line("        ;");
        line("");
        line("        public final int number;");
        line("");
        line("        Role(int number) {");
        line("            this.number = number;");
        line("        }");
        line("    }");
    }

    private void constants(String name, Collection<String> values) {
        if (values.isEmpty()) {
            return;
        }
        line("");
        line("    public enum " + name + " {");
        Set<String> taken = new HashSet<>();
        for (String value : values) {
            line("        " + JSON + quoted(value) + ") " + free(constant(value), taken) + ",");
        }
        line("    }");
    }

    private void permissions() {
        Set<String> taken = new HashSet<>();
        vocabulary().permissions().forEach(permission -> {
            line("");
            line("    public static final String " + free(constant(permission), taken) + " = " + quoted(permission)
                    + ";");
        });
    }

    private void account() {
        List<String> members = new ArrayList<>();
        members.add("String id");
        if (sees("kind")) {
            members.add("Kind kind");
        }
        if (sees("displayName")) {
            members.add("String displayName");
        }
        if (sees("roles")) {
            members.add("java.util.List<Role> roles");
        }
        if (sees("tenants")) {
            record(
                    "Tenant",
                    sees("roles")
                            ? List.of("String id", "String name", "java.util.List<Role> roles")
                            : List.of("String id", "String name"));
            members.add("java.util.List<Tenant> tenants");
        }
        members.addAll(members("", ownFields()));
        profiles().keySet().forEach(profile -> members.add(member(pascal(profile) + "Profile", profile)));
        record("Account", members);
    }

    private List<String> members(String prefix, Map<String, Value> fields) {
        List<String> members = new ArrayList<>();
        fields.forEach((name, value) -> members.add(member(type(prefix + name, value), name)));
        return members;
    }

    private String member(String type, String name) {
        return SourceVersion.isKeyword(name) || NO_COMPONENTS.contains(name)
                ? JSON + quoted(name) + ") " + type + " " + name + "_"
                : type + " " + name;
    }

    private void record(String name, List<String> members) {
        line("");
        line("    /** What is empty is null. */");
        line("    @com.fasterxml.jackson.annotation.JsonIgnoreProperties(ignoreUnknown = true)");
        line("    public record " + name + "(");
        line("            " + String.join(",\n            ", members) + ") {}");
    }

    private String type(String path, Value value) {
        String one = switch (value.kind()) {
            case TEXT -> "String";
            case OPTION -> optionType(path);
            case INTEGER -> "Long";
            case DECIMAL -> "java.math.BigDecimal";
            case FLAG -> "Boolean";
            case DATE -> "java.time.LocalDate";
            case MOMENT -> "java.time.Instant";
            case ANYTHING -> "Object";
        };
        return value.many() ? "java.util.List<" + one + ">" : one;
    }

    private void sent() {
        line("");
        line("    /** To be sent when the service starts: PUT /v1/services/"
                + contract().service() + "/vocabulary */");
        line("    public static java.util.Map<String, Object> vocabulary() {");
        line("        var known = new java.util.LinkedHashMap<String, Object>();");
        line("        var roles = new java.util.LinkedHashMap<String, Integer>();");
        vocabulary()
                .roles()
                .forEach((name, number) -> line("        roles.put(" + quoted(name) + ", " + number + ");"));
        line("        known.put(\"roles\", roles);");
        line("        known.put(\"kinds\", " + list(vocabulary().kinds()) + ");");
        line("        known.put(\"permissions\", " + list(vocabulary().permissions()) + ");");
        line("        var options = new java.util.LinkedHashMap<String, Object>();");
        vocabulary()
                .options()
                .forEach((field, values) -> line("        options.put(" + quoted(field) + ", " + list(values) + ");"));
        line("        known.put(\"options\", options);");
        line("        return known;");
        line("    }");
    }

    private String list(Collection<String> values) {
        return "java.util.List.of(" + quoted(values) + ")";
    }
}
