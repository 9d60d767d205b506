package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.sharing.Contract;
import dev.cuenta.core.sharing.Gap;
import dev.cuenta.core.sharing.Vocabulary;
import java.util.List;
import java.util.Map;

/** Names that the code of services spells out, as they said themselves, and that a revision would take or add. */
final class VocabularyDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final Map<String, Vocabulary> known;
    private final List<Change> changes;

    VocabularyDiff(AccountModel live, AccountModel next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.known = stored.vocabularies();
        this.changes = changes;
    }

    void compare() {
        known.forEach((name, code) -> {
            Service service = live.services().get(name);
            Service after = next.services().get(name);
            if (service != null && after != null) {
                compare(service, after, code);
            }
        });
    }

    private void compare(Service service, Service after, Vocabulary code) {
        List<Gap> before = code.differences(given(service, live));
        code.differences(given(after, next)).stream()
                .filter(gap -> !before.contains(gap))
                .forEach(gap -> changes.add(Change.of(
                                ChangeKind.CONTRACT_TOUCHED,
                                service.name() + ".vocabulary" + gap.pointer().replace('/', '.'),
                                Effect.CONTRACT,
                                "The code of `" + service.name() + "` differs: " + gap.detail(),
                                "So it said itself when it last started; its team must have a version that agrees.")
                        .toAllowIf(true)));
    }

    private static Vocabulary given(Service service, AccountModel model) {
        return Vocabulary.of(Contract.of(service, model, 0));
    }
}
