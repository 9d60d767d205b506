package dev.cuenta.service.dossier;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** As JSON, or as a page for whoever would rather read. */
@RestController
@RequestMapping("/v1")
final class DossierController {
    private final Dossiers dossiers;

    DossierController(Dossiers dossiers) {
        this.dossiers = dossiers;
    }

    @Operation(operationId = "readOwnDossier", summary = "All that is kept about the caller; as a page for text/html")
    @GetMapping(path = "/me/dossier", produces = MediaType.APPLICATION_JSON_VALUE)
    Map<String, Object> own(Caller caller) {
        return dossiers.of(caller, null);
    }

    @GetMapping(path = "/me/dossier", produces = MediaType.TEXT_HTML_VALUE)
    String ownPage(Caller caller) {
        return DossierPage.of(dossiers.of(caller, null));
    }

    @Operation(operationId = "readDossier", summary = "All that is kept about the account; as a page for text/html")
    @GetMapping(path = "/accounts/{id}/dossier", produces = MediaType.APPLICATION_JSON_VALUE)
    Map<String, Object> of(Caller caller, @PathVariable String id) {
        return dossiers.of(caller, new AccountId(id));
    }

    @GetMapping(path = "/accounts/{id}/dossier", produces = MediaType.TEXT_HTML_VALUE)
    String page(Caller caller, @PathVariable String id) {
        return DossierPage.of(dossiers.of(caller, new AccountId(id)));
    }
}
