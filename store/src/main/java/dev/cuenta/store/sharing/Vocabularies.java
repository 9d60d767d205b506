package dev.cuenta.store.sharing;

import dev.cuenta.core.sharing.Vocabulary;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** What the code of each service knows, as it last said. */
public final class Vocabularies {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Work work;

    public Vocabularies(Work work) {
        this.work = work;
    }

    /** What a service said, and when. */
    public record Sent(Vocabulary vocabulary, Instant at) {}

    /** In place of what it said before. */
    public Sent put(String service, Vocabulary vocabulary) {
        return work.sql()
                .sql("""
                insert into cuenta.vocabulary (service, vocabulary) values (?, cast(? as jsonb))
                on conflict (service) do update set vocabulary = excluded.vocabulary, sent_at = now()
                returning sent_at""")
                .params(service, JSON.writeValueAsString(vocabulary))
                .query((row, index) -> new Sent(
                        vocabulary,
                        row.getObject("sent_at", OffsetDateTime.class).toInstant()))
                .single();
    }

    /** By the service. */
    public Map<String, Sent> sent() {
        return sent(work.sql());
    }

    /** As {@link #sent()}, outside of any work. */
    public static Map<String, Vocabulary> all(JdbcClient sql) {
        Map<String, Vocabulary> all = new LinkedHashMap<>();
        sent(sql).forEach((service, sent) -> all.put(service, sent.vocabulary()));
        return all;
    }

    private static Map<String, Sent> sent(JdbcClient sql) {
        Map<String, Sent> sent = new LinkedHashMap<>();
        sql.sql("select service, vocabulary, sent_at from cuenta.vocabulary order by service")
                .query(row -> {
                    sent.put(
                            row.getString("service"),
                            new Sent(
                                    JSON.readValue(row.getString("vocabulary"), Vocabulary.class),
                                    row.getObject("sent_at", OffsetDateTime.class)
                                            .toInstant()));
                });
        return sent;
    }
}
