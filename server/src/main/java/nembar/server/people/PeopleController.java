package nembar.server.people;

import io.swagger.v3.oas.annotations.Operation;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.stream.IntStream;
import nembar.core.directory.Person;
import nembar.server.governance.PeoplePermissions;
import nembar.server.http.Csv;
import nembar.server.http.Paging;
import nembar.server.people.PeopleFacets.Facets;
import nembar.server.people.PeopleList.PeoplePage;
import nembar.server.people.PeopleList.PersonLine;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The list of people over HTTP. */
@RestController
@RequestMapping("/api/people")
class PeopleController {
    private static final int CHUNK = 500;

    private final PeopleList list;
    private final PeopleFacets facets;
    private final PeoplePermissions peoplePermissions;
    private final Me me;

    PeopleController(
            PeopleList list, PeopleFacets facets, PeoplePermissions peoplePermissions, Me me) {
        this.list = list;
        this.facets = facets;
        this.peoplePermissions = peoplePermissions;
        this.me = me;
    }

    /** People whose name, address, unit or account has each word of the search. */
    @GetMapping
    @Operation(operationId = "people")
    PeoplePage people(
            @ParameterObject Wanted wanted,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        Paging.check(page, size);
        return list.page(me.person(), wanted, page, size);
    }

    /** Everybody of the same filters as a file; or, by their keys, those picked. */
    @GetMapping(value = "/people.csv", produces = "text/csv")
    @Operation(operationId = "peopleFile")
    ResponseEntity<StreamingResponseBody> file(
            @ParameterObject Wanted wanted, @RequestParam(defaultValue = "") List<String> picked) {
        List<Person> found =
                list.found(me.person(), wanted).stream()
                        .filter(one -> picked.isEmpty() || picked.contains(one.key()))
                        .toList();
        return Csv.file(
                "people.csv",
                List.of(
                        "Name",
                        "E-mail",
                        "Kind",
                        "Status",
                        "Account",
                        "Unit or account",
                        "Access",
                        "Last sign-in",
                        "Invitation",
                        "Source"),
                IntStream.range(0, (found.size() + CHUNK - 1) / CHUNK)
                        .boxed()
                        .flatMap(
                                i ->
                                        list
                                                .lines(
                                                        found.subList(
                                                                i * CHUNK,
                                                                Math.min(
                                                                        (i + 1) * CHUNK,
                                                                        found.size())))
                                                .stream())
                        .map(PeopleController::row));
    }

    private static List<String> row(PersonLine one) {
        return List.of(
                one.name(),
                one.email(),
                one.kind(),
                one.status(),
                one.accountName(),
                one.unitOrAccount(),
                String.join("; ", one.access()),
                one.signedIn().map(DateTimeFormatter.ISO_INSTANT::format).orElse(""),
                one.invitation(),
                one.source());
    }

    /** Where else in People whoever asks may go. */
    @GetMapping("/permissions")
    @Operation(operationId = "peoplePermissions")
    PeoplePermissions.OpenPlaces peoplePermissions() {
        return peoplePermissions.of(me.person());
    }

    @GetMapping("/facets")
    @Operation(operationId = "peopleFacets")
    Facets facets() {
        return facets.of(me.person());
    }
}
