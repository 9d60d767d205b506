package dev.cuenta.service.model;

import dev.cuenta.core.file.FormatSchema;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.model.AccessMatrix;
import dev.cuenta.wire.model.Form;
import dev.cuenta.wire.model.ModelCheck;
import dev.cuenta.wire.model.ModelDiff;
import dev.cuenta.wire.model.ModelSource;
import dev.cuenta.wire.publish.PublishControl;
import dev.cuenta.wire.publish.PublishRequest;
import dev.cuenta.wire.publish.Revision;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/model")
final class ModelController {
    private final ModelUseCases models;

    ModelController(ModelUseCases models) {
        this.models = models;
    }

    @Operation(operationId = "readModel", summary = "The live model")
    @GetMapping
    Revision live(Caller caller) {
        return models.live(caller);
    }

    @Operation(operationId = "checkModel", summary = "Check a model file")
    @PostMapping("/findings")
    ModelCheck check(Caller caller, @RequestBody ModelSource source) {
        return models.check(caller, source);
    }

    @Operation(operationId = "diffModel", summary = "Show what publishing a file would do")
    @PostMapping("/diffs")
    ModelDiff diff(Caller caller, @RequestBody ModelSource source) {
        return models.diff(caller, source);
    }

    @Operation(operationId = "publishModel", summary = "Publish a file")
    @ApiResponse(responseCode = "200", description = "Nothing is left to do")
    @ApiResponse(responseCode = "202", description = "It goes on beside requests")
    @PostMapping("/revisions")
    Revision publish(Caller caller, @RequestBody PublishRequest request, HttpServletResponse response) {
        Revision revision = models.publish(caller, request);
        response.setStatus((revision.step().equals("done") ? HttpStatus.OK : HttpStatus.ACCEPTED).value());
        response.setHeader(HttpHeaders.LOCATION, "/v1/model/revisions/" + revision.revision());
        return revision;
    }

    @Operation(operationId = "listRevisions", summary = "History")
    @GetMapping("/revisions")
    Items<Revision> history(Caller caller) {
        return new Items<>(models.history(caller));
    }

    @Operation(operationId = "readRevision", summary = "A revision and how far its publishing is")
    @GetMapping("/revisions/{number}")
    Revision revision(Caller caller, @PathVariable int number) {
        return models.revision(caller, number);
    }

    @Operation(operationId = "controlPublish", summary = "Pause, resume or cancel a publish that is under way")
    @PutMapping("/revisions/{number}/control")
    Revision control(Caller caller, @PathVariable int number, @RequestBody PublishControl wanted) {
        return models.control(caller, number, wanted);
    }

    /** JSON Schema 2020-12. */
    @Operation(operationId = "readModelSchema", summary = "The JSON Schema of model files")
    @GetMapping("/schema")
    Map<String, Object> schema(Caller caller) {
        return FormatSchema.schema();
    }

    @Operation(operationId = "readMatrix", summary = "The access matrix")
    @GetMapping("/matrix")
    AccessMatrix matrix(Caller caller) {
        return models.matrix(caller);
    }

    @Operation(operationId = "readForm", summary = "What the caller's forms and lists are made from")
    @GetMapping("/form")
    Form form(Caller caller) {
        return models.form(caller);
    }
}
