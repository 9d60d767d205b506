package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import java.net.URI;
import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options of every command that talks to the service. */
public final class Service {
    private static final String HERE = "http://127.0.0.1:7480";

    private final Settings settings;

    @Option(
            names = "--url",
            paramLabel = "URL",
            description = "Where the service is (CUENTA_URL; otherwise " + HERE + ").")
    private @Nullable String url;

    @Option(
            names = "--tenant",
            paramLabel = "TENANT",
            description =
                    "Limit the command to one tenant, by its id, name or subdomain; or say that all are meant, by '*' (CUENTA_TENANT).")
    private @Nullable String tenant;

    Service(Settings settings) {
        this.settings = settings;
    }

    /** A client for whoever is signed in, or for the holder of the installation key. */
    public CuentaClient client() {
        return client(settings.token().orElse(null));
    }

    /** Empty when nobody is signed in here and no key is at hand. */
    public Optional<CuentaClient> clientIfKnown() {
        return settings.token().map(this::client);
    }

    /** A client for a guest, who may say which tenant by its id only: no tenant is shown to guests by its name. */
    public CuentaClient guest() {
        return new CuentaClient(address(), null, tenant().filter(Ids::isTenant).orElse(null));
    }

    private CuentaClient client(@Nullable String token) {
        return tenant().map(named -> new CuentaClient(
                        address(),
                        token,
                        TenantNames.idOrAll(new CuentaClient(address(), token, TenantNames.ALL), named)))
                .orElseGet(() -> new CuentaClient(address(), token, null));
    }

    private URI address() {
        return URI.create(url != null ? url : settings.get("url").orElse(HERE));
    }

    private Optional<String> tenant() {
        return Optional.ofNullable(tenant).or(() -> settings.get("tenant"));
    }

    /** A client for another installation, with its own key or with what this one is asked with. */
    public CuentaClient clientOf(URI other, @Nullable Path keyFile) {
        return new CuentaClient(other, keyFile == null ? settings.token().orElse(null) : Settings.read(keyFile), null);
    }

    public Settings settings() {
        return settings;
    }
}
