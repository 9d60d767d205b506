package dev.cuenta.service.retention;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.retention.ArchivedAccount;
import dev.cuenta.wire.retention.RestoredAccount;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/retention/archive")
final class ArchiveController {
    private final ArchiveUseCases archive;

    ArchiveController(ArchiveUseCases archive) {
        this.archive = archive;
    }

    @Operation(
            operationId = "listArchivedAccounts",
            summary = "Accounts that rules archived, the last ones first; a thousand at most")
    @GetMapping
    Items<ArchivedAccount> list(Caller caller) {
        return new Items<>(archive.list(caller));
    }

    @Operation(operationId = "restoreAccount", summary = "Bring an account back")
    @PostMapping("/{id}/restoration")
    RestoredAccount restore(Caller caller, @PathVariable String id) {
        return archive.restore(caller, id);
    }

    @Operation(operationId = "dropArchivedAccount", summary = "Delete an archived account for good")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(Caller caller, @PathVariable String id) {
        archive.drop(caller, id);
    }
}
