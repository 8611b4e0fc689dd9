package nembar.server.catalogue;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.Optional;
import nembar.server.catalogue.ApplicationSetup.AddedApplication;
import nembar.server.catalogue.ApplicationSetup.ApplicationList;
import nembar.server.catalogue.ApplicationSetup.ApplicationNaming;
import nembar.server.catalogue.ApplicationSetup.NewApplication;
import nembar.server.catalogue.ApplicationStates.StateWanted;
import nembar.server.catalogue.ConnectionShapes.ConnectionGiven;
import nembar.server.catalogue.ConnectionShapes.ConnectionShown;
import nembar.server.catalogue.Drifts.DriftShown;
import nembar.server.catalogue.LookupStates.LookupList;
import nembar.server.catalogue.LookupStates.NowhereShown;
import nembar.server.catalogue.Proposals.ProposalShown;
import nembar.server.catalogue.Proposals.TableDecision;
import nembar.server.catalogue.Proposals.TakenTypes;
import nembar.server.connections.Trial;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.session.Me;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Applications are added, connected, and given record types, over HTTP. */
@RestController
@RequestMapping("/api")
class CatalogueController {
    private final ApplicationSetup setup;
    private final Proposals proposals;
    private final LookupStates lookups;
    private final Drifts drifts;
    private final ApplicationStates states;
    private final ApplicationExport exports;
    private final Me me;

    CatalogueController(
            ApplicationSetup setup,
            Proposals proposals,
            LookupStates lookups,
            Drifts drifts,
            ApplicationStates states,
            ApplicationExport exports,
            Me me) {
        this.drifts = drifts;
        this.states = states;
        this.exports = exports;
        this.setup = setup;
        this.proposals = proposals;
        this.lookups = lookups;
        this.me = me;
    }

    @GetMapping("/catalogue")
    @Operation(operationId = "applicationList")
    ApplicationList list() {
        return setup.list(me.person());
    }

    @GetMapping("/applications/{application}/catalogue")
    @Operation(operationId = "catalogue")
    CataloguePart catalogue(@PathVariable String application) {
        return setup.catalogue(me.person(), application);
    }

    @PostMapping("/applications")
    @Operation(operationId = "addApplication")
    AddedApplication add(@RequestBody NewApplication given) {
        return setup.add(me.person(), given);
    }

    /** Gives an application another name or time zone. */
    @PutMapping("/applications/{application}")
    @Operation(operationId = "renameApplication")
    void rename(@PathVariable String application, @RequestBody ApplicationNaming given) {
        setup.rename(me.person(), application, given);
    }

    /** Pauses an application, so that nobody has access to it, or lets it go on. */
    @PutMapping("/applications/{application}/state")
    @Operation(operationId = "setApplicationState")
    void change(@PathVariable String application, @RequestBody StateWanted wanted) {
        states.change(me.person(), application, wanted);
    }

    /**
     * Takes an application away; its history stays.
     *
     * @param name what it is called, typed by whoever does it
     */
    @DeleteMapping("/applications/{application}")
    @Operation(operationId = "takeAwayApplication")
    void takeAway(@PathVariable String application, @RequestParam String name) {
        states.takeAway(me.person(), application, name);
    }

    /** An application whole, as a ZIP archive. */
    @GetMapping(path = "/applications/{application}/export", produces = "application/zip")
    @Operation(operationId = "exportApplication")
    ResponseEntity<StreamingResponseBody> export(@PathVariable String application) {
        ApplicationExport.Export export = exports.of(me.person(), application);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"" + application + ".zip\"")
                .body(export::to);
    }

    /**
     * Tries a connection, and says what came of it.
     *
     * @param application whose password stays where none is given; left out for a new one
     */
    @PostMapping("/connection-trials")
    @Operation(operationId = "tryConnection")
    Trial.TrialOutcome trial(
            @RequestParam Optional<String> application, @RequestBody ConnectionGiven given) {
        return setup.tried(me.person(), application, given);
    }

    @GetMapping("/applications/{application}/connection")
    @Operation(operationId = "connection")
    ConnectionShown connection(@PathVariable String application) {
        return setup.connection(me.person(), application);
    }

    @PutMapping("/applications/{application}/connection")
    @Operation(operationId = "changeConnection")
    ConnectionShown change(
            @PathVariable String application,
            @RequestParam long version,
            @RequestBody ConnectionGiven given) {
        return setup.change(me.person(), application, given, version);
    }

    @GetMapping("/applications/{application}/proposal")
    @Operation(operationId = "proposal")
    ProposalShown proposal(@PathVariable String application) {
        return proposals.proposal(me.person(), application);
    }

    @PutMapping("/applications/{application}/proposal")
    @Operation(operationId = "decideProposal")
    void decide(@PathVariable String application, @RequestBody List<TableDecision> some) {
        proposals.decide(me.person(), application, some);
    }

    @GetMapping("/applications/{application}/lookups")
    @Operation(operationId = "lookups")
    LookupList lookups(@PathVariable String application) {
        return lookups.list(me.person(), application);
    }

    /** Reads the look-ups again. */
    @PostMapping("/applications/{application}/lookups")
    @Operation(operationId = "readLookups")
    LookupList readLookups(@PathVariable String application) {
        return lookups.refresh(me.person(), application);
    }

    /** What leads nowhere by a field's look-up. */
    @GetMapping("/applications/{application}/lookups/{recordType}/{field}")
    @Operation(operationId = "lookup")
    NowhereShown nowhere(
            @PathVariable String application,
            @PathVariable String recordType,
            @PathVariable String field) {
        return lookups.nowhere(me.person(), application, recordType, field);
    }

    /**
     * Looks at the database again, and tells in what it differs from what is governed.
     *
     * @param draft whose catalogue is compared; left out for the published one
     */
    @PostMapping("/applications/{application}/drift")
    @Operation(operationId = "lookAtDatabase")
    DriftShown look(
            @PathVariable String application, @RequestParam(defaultValue = "") String draft) {
        return drifts.look(me.person(), application, draft);
    }

    /** Takes the record types that are decided on into the catalogue. */
    @PostMapping("/applications/{application}/catalogue")
    @Operation(operationId = "takeProposal")
    TakenTypes take(@PathVariable String application) {
        return proposals.take(me.person(), application);
    }
}
