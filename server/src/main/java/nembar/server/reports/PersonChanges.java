package nembar.server.reports;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springframework.stereotype.Component;

/** Everything that was done to somebody, and every publication that concerned them. */
@Component
class PersonChanges implements Report {
    private static final int ROWS_AT_MOST = 5_000;

    private final Models models;
    private final PublicationStore publications;
    private final Acts acts;
    private final Governance governance;

    PersonChanges(Models models, PublicationStore publications, Acts acts, Governance governance) {
        this.models = models;
        this.publications = publications;
        this.acts = acts;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "changes-of-person";
    }

    @Override
    public String title() {
        return "Changes concerning a person";
    }

    @Override
    public String about() {
        return "Every publication of the application that concerned somebody, and everything that was"
                + " done to them.";
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.PERSON, Slot.FROM, Slot.UNTIL);
    }

    @Override
    public List<String> columns() {
        return List.of("At", "Who", "What", "Reason", "Publication");
    }

    private record Row(Instant at, List<String> cells) {}

    @Override
    public Table of(Person me, Asked asked) {
        Person person =
                models.directory()
                        .person(asked.person())
                        .orElseThrow(() -> new NotFound("person", "There is no such person."));
        governance.requireOnPerson(me, "view", person);
        ZoneId zone = models.model(asked.application()).application().zone();
        Map<String, String> names = models.directory().personNames();
        Optional<Instant> from = Optional.of(asked.from());
        Optional<Instant> until = Optional.of(asked.until());
        Wanted wanted = new Wanted("", "", "", person.key(), from, until);
        Acts.Wanted done = new Acts.Wanted("", person.key(), "", from, until);
        List<Row> rows = new ArrayList<>();
        Paging.all(
                        page ->
                                publications
                                        .publications(
                                                asked.application(),
                                                wanted,
                                                page,
                                                Paging.SIZE_AT_MOST)
                                        .items(),
                        ROWS_AT_MOST)
                .forEach(one -> rows.add(row(one, names, zone)));
        Paging.all(
                        page -> acts.find(done, Map.of(), page, Paging.SIZE_AT_MOST).items(),
                        ROWS_AT_MOST)
                .forEach(one -> rows.add(row(one.act(), zone)));
        rows.sort(Comparator.comparing(Row::at).reversed());
        return new Table(
                rows.stream().limit(ROWS_AT_MOST).map(Row::cells).toList(),
                rows.size() >= ROWS_AT_MOST ? "The last " + ROWS_AT_MOST + "." : "");
    }

    private static Row row(Publication one, Map<String, String> names, ZoneId zone) {
        return new Row(
                one.at(),
                List.of(
                        Dates.MINUTE.format(one.at().atZone(zone)),
                        names.getOrDefault(one.author(), one.author()),
                        String.join("; ", one.words()),
                        one.reason(),
                        "no. " + one.number()));
    }

    private static Row row(Acts.Act one, ZoneId zone) {
        return new Row(
                one.at(),
                List.of(
                        Dates.MINUTE.format(one.at().atZone(zone)),
                        one.who(),
                        one.words(),
                        "",
                        ""));
    }
}
