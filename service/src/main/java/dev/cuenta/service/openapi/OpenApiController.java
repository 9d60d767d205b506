package dev.cuenta.service.openapi;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.OpenToServices;
import io.swagger.v3.oas.annotations.Operation;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class OpenApiController {
    private final OpenApiDocuments documents;

    OpenApiController(OpenApiDocuments documents) {
        this.documents = documents;
    }

    @OpenToGuests
    @Operation(operationId = "readDocument", summary = "This document")
    @GetMapping("/v1/openapi.json")
    Map<String, Object> document() {
        return documents.live();
    }

    /** The addresses and records of one service: nothing beyond its contract. */
    @OpenToServices
    @Operation(operationId = "readServiceDocument", summary = "This document, of what the service may do and sees")
    @GetMapping("/v1/services/{name}/openapi.json")
    Map<String, Object> ofService(Caller caller, @PathVariable String name) {
        return documents.ofService(caller, name);
    }

    @OpenToServices
    @Operation(operationId = "readServiceSchema", summary = "JSON Schema of a record as the service sees it")
    @GetMapping("/v1/services/{name}/schema.json")
    Map<String, Object> schemaOfService(Caller caller, @PathVariable String name) {
        return documents.schemaOfService(caller, name);
    }
}
