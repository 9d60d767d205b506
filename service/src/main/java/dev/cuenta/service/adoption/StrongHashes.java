package dev.cuenta.service.adoption;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.service.password.Passwords;
import dev.cuenta.store.live.LiveRevision;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Puts weak hashes inside strong ones before the transaction that brings their rows: that takes its time. */
final class StrongHashes {
    private final LiveRevision revision;
    private final PasswordRules rules;
    private final Passwords passwords;

    StrongHashes(LiveRevision revision, Passwords passwords) {
        this.revision = revision;
        this.rules = revision.model().password();
        this.passwords = passwords;
    }

    /** The rows, none of which has a weak hash that would be kept. Those that came before are not worth the time. */
    List<Row> of(AdoptedRows given) {
        List<Row> weak = given.rows().stream().filter(this::isWeak).toList();
        Set<String> before = given.before(weak, revision);
        return given.rows().stream()
                .map(row -> isWeak(row) && !before.contains(row.key()) ? strengthened(row) : row)
                .toList();
    }

    private boolean isWeak(Row row) {
        return Optional.ofNullable(row.password())
                .flatMap(HashFormat::of)
                .filter(HashFormat::isWeak)
                .filter(rules.accept()::contains)
                .isPresent();
    }

    /** Nothing is kept of a text that only begins like a hash: the person sets a new password. */
    private Row strengthened(Row row) {
        try {
            return row.withPassword(passwords.kept(String.valueOf(row.password()), rules));
        } catch (IllegalArgumentException noHash) {
            return row.withPassword("");
        }
    }
}
