package dev.cuenta.store.secret;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Accounts of a model with an email and the field {@code code}. */
abstract class CodedAccountsTest extends DatabaseTest {
    AccountId account(String name, @Nullable Object code) {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(FieldPath.parse("email"), name + "@marea.example");
        values.put(FieldPath.parse("code"), code);
        return write(work -> new Accounts(work)
                .insert(new NewAccount(work.revision().model().defaultKind(), values, Instant.now())));
    }

    void change(AccountId id, @Nullable Object code) {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(FieldPath.parse("code"), code);
        write(work -> {
            Accounts accounts = new Accounts(work);
            accounts.change(accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow(), values, Instant.now());
            return id;
        });
    }
}
