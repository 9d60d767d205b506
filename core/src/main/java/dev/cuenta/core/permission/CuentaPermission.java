package dev.cuenta.core.permission;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Every permission that Cuenta itself asks for. */
public enum CuentaPermission implements Permission {
    ACCOUNTS_READ("accounts.read", true, "Reads accounts of others."),
    ACCOUNTS_WRITE("accounts.write", true, "Makes, changes and removes accounts of others."),
    ACCOUNTS_ADOPT("accounts.adopt", false, "Brings in accounts from other programs."),
    ROLES_GIVE("roles.give", true, "Gives and takes roles whose permissions it comes with itself."),
    MEMBERSHIPS_WRITE("memberships.write", true, "Lets accounts join and leave tenants."),
    MEMBERSHIPS_INVITE("memberships.invite", true, "Invites people into tenants."),
    TENANTS_READ("tenants.read", false, "Lists all tenants."),
    TENANTS_WRITE(
            "tenants.write", true, "Says what a tenant demands of its members; without a tenant, makes new ones."),
    ACTIVITY_READ("activity.read", true, "Reads who did what."),
    MODEL_READ("model.read", false, "Reads the account model, its history and what a change would do."),
    MODEL_PUBLISH("model.publish", false, "Publishes account models and tidies up after them."),
    RETENTION_READ("retention.read", false, "Previews retention rules and reads what they took."),
    RETENTION_RUN("retention.run", false, "Runs retention rules and restores what they archived."),
    SERVICES_READ("services.read", false, "Reads contracts and lists keys of services."),
    SERVICES_KEYS("services.keys", false, "Makes and takes back keys of services."),
    CREDENTIALS_READ("credentials.read", false, "Reads how passwords are kept."),
    SECRETS_ROTATE("secrets.rotate", false, "Changes the keys that seal secrets, hash passwords and sign tokens."),
    JOBS_READ("jobs.read", false, "Sees what the service does by itself, and what that waits for."),
    JOBS_RUN("jobs.run", false, "Retries messages that failed for good."),
    SEEDS_SOW("seeds.sow", false, "Creates the accounts and tenants that an installation starts with."),
    SAMPLES_MAKE("samples.make", false, "Makes sample accounts.");

    private static final Map<String, CuentaPermission> BY_WORD =
            Arrays.stream(values()).collect(Collectors.toUnmodifiableMap(own -> own.word, Function.identity()));

    private final String word;
    private final boolean withinTenant;
    private final String meaning;

    CuentaPermission(String word, boolean withinTenant, String meaning) {
        this.word = word;
        this.withinTenant = withinTenant;
        this.meaning = meaning;
    }

    static Optional<CuentaPermission> find(String word) {
        return Optional.ofNullable(BY_WORD.get(word));
    }

    /** The words of all of them, in the order of this catalogue. */
    public static List<String> words() {
        return Arrays.stream(values()).map(CuentaPermission::word).toList();
    }

    @Override
    public String word() {
        return word;
    }

    @Override
    public boolean withinTenant() {
        return withinTenant;
    }

    /** What it lets people do, as one sentence. */
    public String meaning() {
        return meaning;
    }

    @Override
    public String toString() {
        return word;
    }
}
