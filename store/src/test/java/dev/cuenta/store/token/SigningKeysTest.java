package dev.cuenta.store.token;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Which key signs when, by the database's clock. */
class SigningKeysTest extends DatabaseTest {
    @BeforeEach
    void publish() {
        publish(Models.smallWith("berth: { type: string }"));
    }

    @Test
    void a_key_is_published_before_it_signs_and_after() {
        add("first", Duration.ZERO);
        add("second", Duration.ofMinutes(10));

        assertThat(published()).isEqualTo("first second");
        assertThat(signing()).isEqualTo("first");
        later("11 minutes");
        assertThat(signing()).isEqualTo("second");
        assertThat(sweep()).isZero();
        assertThat(published()).isEqualTo("first second");
        later("10 minutes");
        assertThat(sweep()).isEqualTo(1);
        assertThat(published()).isEqualTo("second");
    }

    @Test
    void what_it_signs_with_lies_sealed_and_the_newest_one_has_an_age() {
        add("first", Duration.ZERO);

        assertThat(secret("first")).isEqualTo("secret of first");
        assertThat(strings("select encode(private_key, 'escape') from cuenta.signing_key"))
                .noneMatch(text -> text.contains("secret of"));
        assertThat(old()).isFalse();
        later("31 days");
        assertThat(old()).isTrue();
    }

    @Test
    void a_token_is_taken_back_once_and_kept_until_it_is_out_of_date() {
        UUID token = UUID.randomUUID();
        Instant soon = Instant.now().plusSeconds(3600);

        assertThat(revoked(token)).isFalse();
        assertThat(revoke(token, soon)).isTrue();
        assertThat(revoke(token, soon)).isFalse();
        assertThat(revoked(token)).isTrue();
        database.sql()
                .sql("update cuenta.revoked_token set expires_at = now() - interval '1 second'")
                .update();
        revoke(UUID.randomUUID(), soon);
        assertThat(revoked(token)).isFalse();
    }

    private int sweep() {
        return write(work -> new SigningKeys(work).sweep(Duration.ofMinutes(10)));
    }

    private String secret(String id) {
        return write(work -> new SigningKeys(work).secretOf(id));
    }

    private boolean old() {
        return write(work -> new SigningKeys(work).olderThan(Duration.ofDays(30)));
    }

    private boolean revoke(UUID token, Instant until) {
        return write(work -> new RevokedTokens(work).add(token, until));
    }

    private boolean revoked(UUID token) {
        return write(work -> new RevokedTokens(work).contains(token));
    }

    private void add(String id, Duration lead) {
        write(work -> {
            new SigningKeys(work).add(id, "{}", "secret of " + id, lead);
            return id;
        });
    }

    private String published() {
        return write(work -> String.join(
                " ",
                new SigningKeys(work).published().stream().map(SigningKey::id).toList()));
    }

    private String signing() {
        return write(work -> new SigningKeys(work).signing().orElseThrow().id());
    }

    private void later(String span) {
        database.sql()
                .sql("update cuenta.signing_key set signs_from = signs_from - cast(? as interval)")
                .param(span)
                .update();
    }
}
