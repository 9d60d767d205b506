package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Service;

/** What can be said about the services that share the accounts, and their contracts. */
final class ServiceRules {
    private final AccountModel model;
    private final Findings findings;

    ServiceRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = findings;
    }

    void check() {
        model.services().values().forEach(this::checkContract);
        checkIds();
        if (model.services().size() > 1) {
            model.fields().values().stream()
                    .filter(field -> field.sensitivity() == Sensitivity.PERSONAL)
                    .filter(this::readByEveryService)
                    .forEach(field -> findings.add(
                            FindingCode.PERSONAL_TO_EVERY_SERVICE,
                            Paths.of(field),
                            "Every service reads `" + field.path() + "`, which is personal.",
                            "Remove it from contracts that can do without it."));
        }
    }

    private boolean readByEveryService(Field field) {
        return model.services().values().stream()
                .allMatch(service -> service.readFields(model).contains(field.path()));
    }

    private void checkIds() {
        if (model.id() == IdScheme.SEQUENCE && !model.services().isEmpty()) {
            findings.add(
                    FindingCode.IDS_TO_SERVICES, "id", "Ids count upwards, and services see them.", "Use `id: uuid7`.");
        }
    }

    private void checkContract(Service service) {
        String path = "services." + service.name();
        if (service.named().isEmpty()
                && service.asks().isEmpty()
                && service.dependents().isEmpty()) {
            findings.add(
                    FindingCode.SERVICE_WITHOUT_CONTRACT,
                    path,
                    "`" + service.name() + "` reads nothing, writes nothing and asks nothing.",
                    "Give it a contract, such as `reads: [email]`, or take it out.");
        }
        service.readFields(model).stream()
                .flatMap(name -> model.field(name).stream())
                .filter(field ->
                        !field.leaves() && service.reads().contains(field.path().toString()))
                .forEach(field -> findings.add(
                        FindingCode.HIDDEN_FROM_SERVICE,
                        path + ".reads",
                        "`" + service.name() + "` is promised `" + field.path() + "`, which is never returned.",
                        "Remove it from the contract, or make the field returnable."));
        service.writtenFields(model).stream()
                .flatMap(name -> model.field(name).stream())
                .filter(Field::signIn)
                .forEach(field -> findings.add(
                        FindingCode.SERVICE_WRITES_IDENTIFIER,
                        path + ".writes",
                        "`" + service.name() + "` may write `" + field.path() + "`, with which people sign in.",
                        "Let people change it themselves."));
    }
}
