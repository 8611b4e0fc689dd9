package nembar.server.directory;

import io.swagger.v3.oas.annotations.Operation;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;
import nembar.core.text.Wording;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** People by name, for the slots of questions. */
@RestController
@RequestMapping("/api/people")
class PeopleController {
    private static final int SIZE_AT_MOST = 100;

    private final Models models;
    private final Governance governance;
    private final Me me;

    PeopleController(Models models, Governance governance, Me me) {
        this.models = models;
        this.governance = governance;
        this.me = me;
    }

    /**
     * @param seat unit or organisation
     */
    record PersonName(
            String key, String name, String email, String kind, String status, String seat) {}

    record PeoplePage(List<PersonName> people, long total) {}

    /** People whose name, address or seat has each word of the search, best matches first. */
    @GetMapping
    @Operation(operationId = "people")
    PeoplePage people(
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        if (size < 1 || size > SIZE_AT_MOST || page < 0) {
            throw new BadRequest(
                    "size", "Ask for a page from 0, of 1 to " + SIZE_AT_MOST + " people.");
        }
        Directory directory = models.directory();
        String[] words = search.strip().toLowerCase(Locale.ROOT).split("\\s+");
        List<PersonName> found =
                directory.people().stream()
                        .filter(governance.mayView(me.person()))
                        .map(person -> named(directory, person))
                        .filter(person -> matches(person, words))
                        .sorted(
                                Comparator.<PersonName>comparingInt(
                                                person -> begins(person, words[0]) ? 0 : 1)
                                        .thenComparing(PersonName::name))
                        .toList();
        return new PeoplePage(
                found.stream().skip((long) page * size).limit(size).toList(), found.size());
    }

    private static boolean matches(PersonName person, String[] words) {
        String text =
                (person.name() + " " + person.email() + " " + person.seat())
                        .toLowerCase(Locale.ROOT);
        for (String word : words) {
            if (!text.contains(word)) {
                return false;
            }
        }
        return true;
    }

    private static boolean begins(PersonName person, String word) {
        String name = person.name().toLowerCase(Locale.ROOT);
        return name.startsWith(word) || name.contains(" " + word);
    }

    private static PersonName named(Directory directory, Person person) {
        String seat =
                person.external()
                        ? Wording.and(
                                person.accounts().stream()
                                        .map(key -> directory.accountNames().getOrDefault(key, key))
                                        .toList())
                        : person.unit().flatMap(directory::unit).map(Unit::name).orElse("");
        return new PersonName(
                person.key(),
                person.name(),
                person.email(),
                person.kind().name().toLowerCase(Locale.ROOT),
                person.status().name().toLowerCase(Locale.ROOT),
                seat);
    }
}
