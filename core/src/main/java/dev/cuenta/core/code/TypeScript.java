package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract;
import java.util.Map;
import java.util.stream.Collectors;

final class TypeScript extends Code {
    TypeScript(Contract contract) {
        super(contract);
    }

    @Override
    String write() {
        line("// " + origin(Language.TYPESCRIPT));
        line("");
        if (!vocabulary().roles().isEmpty()) {
            line("/** Roles by their numbers, which stay the same for ever. */");
            line("export const ROLES = { "
                    + vocabulary().roles().entrySet().stream()
                            .map(role -> role.getKey() + ": " + role.getValue())
                            .collect(Collectors.joining(", "))
                    + " } as const;");
            line("export type Role = keyof typeof ROLES;");
            line("");
        }
        names(
                "KINDS",
                "Kind",
                vocabulary().kinds().isEmpty() ? "" : quoted(vocabulary().kinds()));
        names(
                "PERMISSIONS",
                "Permission",
                vocabulary().permissions().isEmpty() ? "" : quoted(vocabulary().permissions()));
        if (!vocabulary().options().isEmpty()) {
            line("export const OPTIONS = {");
            vocabulary()
                    .options()
                    .forEach((field, options) -> line("  " + quoted(field) + ": [" + quoted(options) + "],"));
            line("} as const;");
            line("");
        }
        profiles().forEach((profile, fields) -> interfaceOf(pascal(profile) + "Profile", profile + ".", fields));
        account();
        line("");
        line("/** To be sent when the service starts: PUT /v1/services/"
                + contract().service() + "/vocabulary */");
        line("export const VOCABULARY = {");
        line("  roles: " + (vocabulary().roles().isEmpty() ? "{}" : "ROLES") + ",");
        line("  kinds: " + (vocabulary().kinds().isEmpty() ? "[]" : "KINDS") + ",");
        line("  permissions: " + (vocabulary().permissions().isEmpty() ? "[]" : "PERMISSIONS") + ",");
        line("  options: " + (vocabulary().options().isEmpty() ? "{}" : "OPTIONS") + ",");
        line("} as const;");
        return text();
    }

    private void names(String constant, String type, String values) {
        if (!values.isEmpty()) {
            line("export const " + constant + " = [" + values + "] as const;");
            line("export type " + type + " = (typeof " + constant + ")[number];");
            line("");
        }
    }

    private void interfaceOf(String name, String prefix, Map<String, Value> fields) {
        line("export interface " + name + " {");
        members(prefix, fields);
        line("}");
        line("");
    }

    private void account() {
        line("/** An account as the service sees it; what is empty is left out. */");
        line("export interface Account {");
        line("  id: string;");
        if (sees("kind")) {
            line("  kind: Kind;");
        }
        if (sees("displayName")) {
            line("  displayName: string;");
        }
        if (sees("roles")) {
            line("  roles: Role[];");
        }
        if (sees("tenants")) {
            line("  tenants: { id: string; name: string" + (sees("roles") ? "; roles?: Role[]" : "") + " }[];");
        }
        members("", ownFields());
        profiles().keySet().forEach(profile -> line("  " + profile + "?: " + pascal(profile) + "Profile;"));
        line("}");
    }

    private void members(String prefix, Map<String, Value> fields) {
        fields.forEach((name, value) ->
                line("  " + name + (value.always() ? "" : "?") + ": " + type(prefix + name, value) + ";"));
    }

    private String type(String path, Value value) {
        String one = switch (value.kind()) {
            case TEXT, DATE, MOMENT -> "string";
            case OPTION -> "(typeof OPTIONS)[" + quoted(path) + "][number]";
            case INTEGER, DECIMAL -> "number";
            case FLAG -> "boolean";
            case ANYTHING -> "unknown";
        };
        return one + (value.many() ? "[]" : "");
    }
}
