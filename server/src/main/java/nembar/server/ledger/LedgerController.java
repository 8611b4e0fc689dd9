package nembar.server.ledger;

import io.swagger.v3.oas.annotations.Operation;
import java.util.ArrayList;
import java.util.List;
import nembar.server.answers.Impacts;
import nembar.server.answers.Impacts.ImpactPage;
import nembar.server.http.Csv;
import nembar.server.http.Instants;
import nembar.server.http.Paging;
import nembar.server.ledger.AuditLog.ActLine;
import nembar.server.ledger.AuditLog.ActPage;
import nembar.server.ledger.AuditLog.AuditAsked;
import nembar.server.ledger.AuditLog.SignInLine;
import nembar.server.ledger.AuditLog.SignInPage;
import nembar.server.ledger.PublicationShapes.PublicationShown;
import nembar.server.ledger.Publications.Comparison;
import nembar.server.session.Me;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The ledger over HTTP: publications, acts and sign-ins. */
@RestController
@RequestMapping("/api")
class LedgerController {
    private static final int CSV_ROWS = 10_000;

    private final Publications publications;
    private final AuditLog audit;
    private final PublicationShapes shapes;
    private final Impacts impacts;
    private final Me me;

    LedgerController(
            Publications publications,
            AuditLog audit,
            PublicationShapes shapes,
            Impacts impacts,
            Me me) {
        this.publications = publications;
        this.audit = audit;
        this.shapes = shapes;
        this.impacts = impacts;
        this.me = me;
    }

    record PublicationPage(List<PublicationShown> publications, long total) {}

    /**
     * Which publications are meant; what is left out is any.
     *
     * @param search text in the reason or in what was done
     * @param author key of whoever made or published it
     * @param element key of an element that was changed
     * @param person key of whom it concerned
     * @param from the first instant
     * @param until the first instant after it
     */
    record LedgerAsked(
            String search,
            String author,
            String element,
            String person,
            String from,
            String until) {
        Wanted wanted() {
            return new Wanted(
                    LedgerController.said(search),
                    LedgerController.said(author),
                    LedgerController.said(element),
                    LedgerController.said(person),
                    Instants.at(from),
                    Instants.at(until));
        }
    }

    @GetMapping("/applications/{application}/publications")
    @Operation(operationId = "publications")
    PublicationPage publications(
            @PathVariable String application,
            @ParameterObject LedgerAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        Page<Publication> some =
                publications.some(me.person(), application, asked.wanted(), page, size);
        return new PublicationPage(some.items().stream().map(shapes::of).toList(), some.total());
    }

    @GetMapping("/applications/{application}/publications/{number}")
    @Operation(operationId = "publication")
    PublicationShown publication(@PathVariable String application, @PathVariable long number) {
        return shapes.of(publications.one(me.person(), application, number));
    }

    /** What it changed for people when it was made, on the records there are today. */
    @GetMapping("/applications/{application}/publications/{number}/impact")
    @Operation(operationId = "publicationImpact")
    ImpactPage publicationImpact(
            @PathVariable String application,
            @PathVariable long number,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "100") int size) {
        return impacts.page(publications.impact(me.person(), application, number), page, size);
    }

    /** What differs in the design between this publication and another. */
    @GetMapping("/applications/{application}/publications/{number}/comparison/{other}")
    @Operation(operationId = "comparePublications")
    Comparison comparison(
            @PathVariable String application, @PathVariable long number, @PathVariable long other) {
        return publications.comparison(me.person(), application, number, other);
    }

    /** What people had after the other publication and had not after this one, and the reverse. */
    @GetMapping("/applications/{application}/publications/{number}/comparison/{other}/impact")
    @Operation(operationId = "comparedImpact")
    ImpactPage comparedImpact(
            @PathVariable String application,
            @PathVariable long number,
            @PathVariable long other,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "100") int size) {
        return impacts.page(
                publications.comparedImpact(me.person(), application, number, other), page, size);
    }

    /** The ledger as a CSV file (RFC 4180), its last thousand publications at most. */
    @GetMapping(path = "/applications/{application}/publications.csv", produces = "text/csv")
    @Operation(operationId = "publicationsCsv")
    ResponseEntity<StreamingResponseBody> publicationsCsv(
            @PathVariable String application, @ParameterObject LedgerAsked asked) {
        List<PublicationShown> some = new ArrayList<>();
        Page<Publication> read;
        int page = 0;
        do {
            read = publications.some(me.person(), application, asked.wanted(), page++, 100);
            read.items().forEach(one -> some.add(shapes.of(one)));
        } while (page < 10 && some.size() < read.total());
        return Csv.file(
                "ledger.csv",
                List.of("Number", "At", "Author", "Publisher", "Agreed", "Reason", "What it did"),
                some.stream().map(LedgerController::row));
    }

    private static List<String> row(PublicationShown one) {
        return List.of(
                String.valueOf(one.number()),
                one.at().toString(),
                one.authorName(),
                one.publisherName(),
                String.join(", ", one.approverNames()),
                one.reason(),
                String.join("; ", one.words()));
    }

    /** What was done to people, teams, units and accounts, the last first. */
    @GetMapping("/ledger/acts")
    @Operation(operationId = "acts")
    ActPage acts(
            @ParameterObject AuditAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        return audit.acts(me.person(), asked, page, size);
    }

    /** What the ledger lists as a CSV file (RFC 4180), the last ten thousand at most. */
    @GetMapping(path = "/ledger/acts.csv", produces = "text/csv")
    @Operation(operationId = "actsCsv")
    ResponseEntity<StreamingResponseBody> actsCsv(@ParameterObject AuditAsked asked) {
        List<ActLine> all =
                Paging.all(
                        page -> audit.acts(me.person(), asked, page, Paging.SIZE_AT_MOST).acts(),
                        CSV_ROWS);
        return Csv.file(
                "acts.csv",
                List.of("At", "Who", "Did", "To", "Name"),
                all.stream()
                        .map(
                                one ->
                                        List.of(
                                                one.at().toString(),
                                                one.who(),
                                                one.words(),
                                                one.kind(),
                                                one.name())));
    }

    /** Tries to sign in, the last first. */
    @GetMapping("/ledger/sign-ins")
    @Operation(operationId = "signIns")
    SignInPage signIns(
            @ParameterObject AuditAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        return audit.signIns(me.person(), asked, page, size);
    }

    /** What the ledger lists as a CSV file (RFC 4180), the last ten thousand at most. */
    @GetMapping(path = "/ledger/sign-ins.csv", produces = "text/csv")
    @Operation(operationId = "signInsCsv")
    ResponseEntity<StreamingResponseBody> signInsCsv(@ParameterObject AuditAsked asked) {
        List<SignInLine> all =
                Paging.all(
                        page ->
                                audit.signIns(me.person(), asked, page, Paging.SIZE_AT_MOST)
                                        .tries(),
                        CSV_ROWS);
        return Csv.file(
                "sign-ins.csv",
                List.of("At", "Person", "Outcome", "Program", "Address"),
                all.stream()
                        .map(
                                one ->
                                        List.of(
                                                one.at().toString(),
                                                one.name(),
                                                one.outcome(),
                                                one.agent(),
                                                one.address())));
    }

    /** Text of a request; empty where it says none. */
    static String said(String text) {
        return text == null ? "" : text.strip();
    }
}
