package dev.cuenta.bench.byhand;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.math.BigDecimal;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What the service of the berths may see of an account. */
@JsonInclude(JsonInclude.Include.NON_NULL)
record AccountView(
        UUID id,
        String kind,
        String displayName,
        PersonView person,
        @Nullable MooringView mooring) {
    record PersonView(String givenName, String familyName) {}

    record MooringView(@Nullable String berth, @Nullable BigDecimal boatLength) {}

    static AccountView of(Account account) {
        Person person = account.person;
        Mooring mooring = account.mooring;
        return new AccountView(
                account.id,
                account.kind,
                person.givenName + " " + person.familyName,
                new PersonView(person.givenName, person.familyName),
                mooring == null ? null : new MooringView(mooring.berth, mooring.boatLength));
    }
}
