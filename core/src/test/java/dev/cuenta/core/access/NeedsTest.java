package dev.cuenta.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.sample.Samples;
import dev.cuenta.core.type.PlainWords;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Of a record of which no more is read than somebody needs, they see what they see of the whole one. */
class NeedsTest {
    private static final int READERS = 400;
    private static final TenantId HARBOUR = new TenantId(UUID.fromString("00000000-0000-4000-8000-00000000000a"));

    static Stream<AccountModel> models() {
        return Stream.of(Models.marea(), Models.mareaNext(), Models.of("""
                cuenta: 1
                name: marea
                displayName: '{title} {person.name}'
                access: { read: [owner, harbourMaster], write: [owner] }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true, confirm: P3D }
                  joined: { type: date, read: [harbourMaster] }
                  title: { type: string, compute: 'hasRole("harbourMaster") ? "Master" : greeting', read: [owner, member] }
                  greeting: { type: string, compute: 'orElse(person.nick, "Dear")', read: [harbourMaster] }
                  until: { type: date, compute: 'plusYears(joined, 2)', read: [owner] }
                profiles:
                  person: { fields: { name: { type: string, maxLength: 80 }, nick: { type: string, maxLength: 20, read: [owner] } } }
                roles:
                  boater: { number: 1, default: true }
                  harbourMaster: { number: 2, may: [accounts.read] }
                  administrator: { number: 9, may: ['*'] }
                tenants: { membership: many }
                services:
                  berths: { reads: [displayName, until] }
                  gates: { reads: [roles, tenants, title] }
                  billing: { reads: [email] }
                """));
    }

    @ParameterizedTest
    @MethodSource("models")
    void what_is_needed_is_enough_and_no_more_is_read(AccountModel model) {
        AccessMatrix matrix = new AccessMatrix(model);
        Projection projection = new Projection(model, matrix, InstantSource.fixed(Instant.EPOCH));
        Admission admission = new Admission(model, matrix);
        Samples samples = new Samples(model, new PlainWords());
        Random random = new Random(7480);
        boolean less = false;
        for (int i = 0; i < READERS; i++) {
            AccountRecord whole = record(model, admission, samples, random);
            Viewer viewer = viewer(matrix, random);
            Set<String> requested = requested(model, matrix, viewer, random);
            Needs needs = projection.needs(viewer, requested);

            assertThat(projection.project(only(needs, whole), viewer, requested))
                    .as("%s asks for %s", viewer, requested)
                    .isEqualTo(projection.project(whole, viewer, requested));
            less |= needs.fields().size() < model.fields().size();
        }
        assertThat(less).isTrue();
    }

    private static AccountRecord record(AccountModel model, Admission admission, Samples samples, Random random) {
        Kind kind = samples.kind();
        Map<FieldPath, @Nullable Object> values =
                new LinkedHashMap<>(admission.forNew(Operation.SEED, Viewer.of(Set.of()), kind, samples.body(kind)));
        values.keySet().removeIf(path -> random.nextInt(5) == 0);
        return new AccountRecord(
                new AccountId("1"),
                kind.name(),
                values,
                Stream.of(new GivenRole("boater", null), new GivenRole("harbourMaster", HARBOUR))
                        .filter(role -> random.nextBoolean())
                        .toList(),
                random.nextBoolean()
                        ? List.of(new Membership(HARBOUR, "Punta Clara", Instant.EPOCH, false, Map.of()))
                        : List.of(),
                Instant.EPOCH,
                Instant.EPOCH,
                null,
                model.fields().values().stream()
                        .filter(field -> field.confirmed() && random.nextBoolean())
                        .collect(Collectors.toMap(Field::path, field -> Instant.EPOCH)),
                3,
                44);
    }

    private static Viewer viewer(AccessMatrix matrix, Random random) {
        List<Party> parties = matrix.parties();
        Party one = parties.get(random.nextInt(parties.size()));
        if (one.isService()) {
            return matrix.viewer(one);
        }
        Set<Party> several = parties.stream()
                .filter(party -> !party.isService() && (party.equals(one) || random.nextInt(3) == 0))
                .collect(Collectors.toSet());
        return Viewer.of(several);
    }

    private static Set<String> requested(AccountModel model, AccessMatrix matrix, Viewer viewer, Random random) {
        Set<String> requested = new HashSet<>();
        model.fields().values().stream()
                .filter(field -> matrix.reads(viewer, field) && random.nextInt(4) == 0)
                .forEach(field -> requested.add(field.path().toString()));
        return requested;
    }

    private static AccountRecord only(Needs needs, AccountRecord whole) {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>(whole.values());
        values.keySet().retainAll(needs.fields());
        return new AccountRecord(
                whole.id(),
                whole.kind(),
                values,
                needs.roles() ? whole.roles() : List.of(),
                needs.tenants() ? whole.tenants() : List.of(),
                whole.created(),
                whole.lastModified(),
                whole.anonymised(),
                needs.confirmed() ? whole.confirmed() : Map.of(),
                whole.version(),
                needs.roles() ? whole.rightsStamp() : 0);
    }
}
