package dev.cuenta.service.session;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Proofs;
import java.util.stream.Stream;

/**
 * Email addresses of which nobody but their owner learns whether they have an account, where an installation wants that. They are
 * those that are confirmed: an account opens only for whoever has shown that its address is theirs, or a password that one has
 * just chosen would tell.
 */
public final class PrivateAddresses {
    private PrivateAddresses() {}

    public static Stream<Field> of(AccountModel model) {
        return model.fields().values().stream()
                .filter(Field::confirmed)
                .filter(field -> field.type().isReachedBy(Delivery.MAIL));
    }

    /** Whether the model has such addresses. */
    public static boolean present(AccountModel model) {
        return of(model).findAny().isPresent();
    }

    /** Whether the account has shown that those that it signs in with are its owner's. */
    static boolean shown(AccountId account, Work work) {
        Proofs proofs = new Proofs(work);
        return of(work.revision().model())
                .filter(Field::signIn)
                .allMatch(field -> proofs.isConfirmed(account, field.path()));
    }
}
