package dev.cuenta.store.live;

import dev.cuenta.store.schema.Shape;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import org.hibernate.FlushMode;
import org.hibernate.Session;
import org.hibernate.SessionFactory;
import org.hibernate.boot.MetadataSources;
import org.hibernate.boot.registry.BootstrapServiceRegistry;
import org.hibernate.boot.registry.BootstrapServiceRegistryBuilder;
import org.hibernate.boot.registry.StandardServiceRegistry;
import org.hibernate.boot.registry.StandardServiceRegistryBuilder;
import org.hibernate.boot.spi.XmlMappingBinderAccess;
import org.hibernate.cfg.AvailableSettings;

/**
 * Hibernate's mapping of a shape. It takes long to make, and knows no database, so that revisions with the same columns share one; those
 * used last are kept. Whoever took one gives it back.
 */
final class Mapping {
    private static final int KEPT = 3;

    private static final Map<String, Object> SETTINGS = Map.of(
            AvailableSettings.JAKARTA_HBM2DDL_DB_NAME,
            "PostgreSQL",
            AvailableSettings.JAKARTA_HBM2DDL_DB_MAJOR_VERSION,
            "15",
            "hibernate.boot.allow_jdbc_metadata_access",
            "false",
            AvailableSettings.GLOBALLY_QUOTED_IDENTIFIERS,
            "true",
            AvailableSettings.STATEMENT_BATCH_SIZE,
            "500",
            AvailableSettings.ORDER_INSERTS,
            "true",
            AvailableSettings.JDBC_TIME_ZONE,
            "UTC");

    private static final BootstrapServiceRegistry BASE =
            new BootstrapServiceRegistryBuilder().disableAutoClose().build();

    private static final StandardServiceRegistry SERVICES = new StandardServiceRegistryBuilder(BASE)
            .disableAutoClose()
            .applySettings(SETTINGS)
            .build();

    private static final XmlMappingBinderAccess READER = new XmlMappingBinderAccess(SERVICES);

    /** By their texts; the eldest first. */
    private static final Map<String, Mapping> MADE = new LinkedHashMap<>(); // guarded by itself

    private final SessionFactory factory;
    private int users; // guarded by MADE

    private Mapping(String xml) {
        factory = new MetadataSources(SERVICES, READER)
                .addInputStream(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)))
                .buildMetadata()
                .buildSessionFactory();
    }

    static Mapping take(Shape shape) {
        String xml = MappingXml.of(shape);
        synchronized (MADE) {
            Mapping mapping = MADE.remove(xml);
            if (mapping == null) {
                mapping = new Mapping(xml);
            }
            MADE.put(xml, mapping);
            mapping.users++;
            return mapping;
        }
    }

    void giveBack() {
        synchronized (MADE) {
            users--;
            Iterator<Mapping> eldest = MADE.values().iterator();
            while (MADE.size() > KEPT && eldest.hasNext()) {
                Mapping mapping = eldest.next();
                if (mapping.users == 0) {
                    eldest.remove();
                    mapping.factory.close();
                }
            }
        }
    }

    /** What is written is flushed by whoever writes it: within the scope that holds then, and by no commit. */
    Session open(Connection connection) {
        return factory.withOptions()
                .connection(connection)
                .flushMode(FlushMode.MANUAL)
                .openSession();
    }
}
