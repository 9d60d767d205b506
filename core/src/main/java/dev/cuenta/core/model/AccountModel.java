package dev.cuenta.core.model;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What an account is: the whole declaration as one immutable value, in the order of the file. */
public record AccountModel(
        String name,
        IdScheme id,
        Template displayName,
        Map<String, Kind> kinds,
        Map<String, Profile> profiles,
        Map<FieldPath, Field> fields,
        PasswordRules password,
        Map<String, Role> roles,
        TenantRules tenants,
        Map<String, Service> services,
        Map<String, RetentionRule> retention,
        ActivityRules activity) {

    public AccountModel {
        kinds = ordered(kinds);
        profiles = ordered(profiles);
        fields = ordered(fields);
        roles = ordered(roles);
        services = ordered(services);
        retention = ordered(retention);
    }

    private static <K, V> Map<K, V> ordered(Map<K, V> map) {
        return Collections.unmodifiableMap(new LinkedHashMap<>(map));
    }

    public Optional<Field> field(FieldPath path) {
        return Optional.ofNullable(fields.get(path));
    }

    public Optional<Field> field(String path) {
        return field(FieldPath.parse(path));
    }

    /** Those of accounts, and those of tenants: all that the file declares. */
    public List<Field> declaredFields() {
        return Stream.concat(fields.values().stream(), tenants.fields().values().stream())
                .toList();
    }

    /** The fields of the account itself, without its profiles'. */
    public List<Field> ownFields() {
        return fields.values().stream()
                .filter(field -> field.path().profile() == null)
                .toList();
    }

    public List<Field> fieldsOfProfile(String profile) {
        return fields.values().stream()
                .filter(field -> profile.equals(field.path().profile()))
                .toList();
    }

    /** Names of the profiles that an account has once, or of those that it has in each of its tenants. */
    public List<String> profiles(boolean withinTenant) {
        return profiles.values().stream()
                .filter(profile -> profile.withinTenant() == withinTenant)
                .map(Profile::name)
                .toList();
    }

    /** Whether an account has the profile in each of its tenants. */
    public boolean isWithinTenant(@Nullable String profile) {
        return profile != null
                && Optional.ofNullable(profiles.get(profile))
                        .filter(Profile::withinTenant)
                        .isPresent();
    }

    /** The fields that an account of the kind has: its own, and those of the kind's profiles. */
    public List<Field> fieldsOf(Kind kind) {
        return fields.values().stream()
                .filter(field -> field.path().profile() == null
                        || kind.profiles().contains(field.path().profile()))
                .toList();
    }

    public Kind defaultKind() {
        return kinds.values().stream()
                .filter(Kind::byDefault)
                .findFirst()
                .orElseGet(() -> kinds.values().iterator().next());
    }

    /** The kind of that name, or the one that has taken its accounts over; the default kind for a name that nobody knows. */
    public Kind kindNamed(String name) {
        Kind kind = kinds.get(name);
        return kind == null ? heirOf(name).orElseGet(this::defaultKind) : kind;
    }

    /** What accounts of a kind of the revision before are: of the kind of that name, or of the one that takes it over. */
    public Optional<Kind> successorOf(Kind before) {
        return Optional.ofNullable(kinds.get(before.name())).or(() -> heirOf(before.name()));
    }

    /** The kind that takes over the accounts of one that goes. */
    public Optional<Kind> heirOf(String gone) {
        return kinds.values().stream()
                .filter(kind -> kind.formerly().contains(gone))
                .findFirst();
    }

    public List<Field> signInFields() {
        return fields.values().stream().filter(Field::signIn).toList();
    }

    /** Those that every new account of the kind gets. */
    public List<Role> defaultRoles(Kind kind) {
        return roles.values().stream()
                .filter(role -> role.byDefault() && role.suits(kind))
                .toList();
    }

    /** Those that whoever makes a tenant gets there; an account of the kind. */
    public List<Role> creatorRoles(Kind kind) {
        return roles.values().stream()
                .filter(role -> role.onCreate() && role.suits(kind))
                .toList();
    }

    /** The role of that name, or the one that was called so. */
    public Optional<Role> roleCalled(String name) {
        return Optional.ofNullable(roles.get(name))
                .or(() -> roles.values().stream()
                        .filter(role -> role.formerly().contains(name))
                        .findFirst());
    }

    public List<Role> administeringRoles() {
        return roles.values().stream().filter(Role::administers).toList();
    }

    public Optional<Role> roleNumbered(int number) {
        return roles.values().stream().filter(role -> role.number() == number).findFirst();
    }
}
