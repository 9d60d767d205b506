package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.database.DatabaseTest;
import org.junit.jupiter.api.BeforeEach;

/** A model with tenants, and one of them. */
abstract class HarbourTest extends DatabaseTest {
    TenantId harbour;

    static String model(String tenants) {
        return """
                cuenta: 1
                name: marea
                access: { read: [owner], write: [owner] }
                tenants: { %s }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true }
                roles:
                  administrator: { number: 1, may: ['*'] }
                """.formatted(tenants);
    }

    @BeforeEach
    void a_harbour() {
        publish(model("membership: many"));
        harbour = write(work -> new Tenants(work).create("Punta Clara"));
    }
}
