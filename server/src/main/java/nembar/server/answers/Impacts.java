package nembar.server.answers;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Field;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.server.governance.Governance;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** What differs for people between two moments, as far as whoever asks may see it. */
@Service
public class Impacts {
    private static final int EXAMPLES = 5;

    private final Models models;
    private final Governance governance;

    Impacts(Models models, Governance governance) {
        this.models = models;
        this.governance = governance;
    }

    /**
     * What changes for one person on the records of one type.
     *
     * @param accountName the same as {@code account}, as it is called
     * @param does what can be done, in words: "change cargo lots", "see margin of voyages"
     * @param guarded whether it is about a guarded field
     * @param gains whether they gain it on any record there could be; so {@code loses}
     */
    public record ImpactLine(
            String person,
            String name,
            Optional<String> account,
            Optional<String> accountName,
            boolean external,
            String type,
            String operation,
            Optional<String> field,
            Optional<String> level,
            String does,
            boolean guarded,
            boolean gains,
            boolean loses,
            long gained,
            long lost,
            boolean withheld,
            List<String> gainedExamples,
            List<String> lostExamples) {}

    public record ImpactPage(List<ImpactLine> lines, long total) {}

    /** What changes for those people whom whoever asks may see. */
    public Impact visible(Person me, Impact impact) {
        Predicate<Person> visible = governance.mayView(me);
        return new Impact(
                impact.people().stream()
                        .filter(one -> visible.test(one.persona().person()))
                        .toList());
    }

    /**
     * What changes from one moment to the other, counted on the records there are today.
     *
     * @param person key of the one person that is meant, with examples of records; of all where it
     *     is empty
     */
    public List<Impact.Line> lines(Person me, Moment before, Moment after, String person) {
        Impact impact = visible(me, Impact.of(before, after));
        Impact meant =
                new Impact(
                        impact.people().stream()
                                .filter(
                                        one ->
                                                person.isEmpty()
                                                        || one.persona()
                                                                .person()
                                                                .key()
                                                                .equals(person))
                                .toList());
        String application = after.model().application().key();
        return meant.counted(
                governance.counting(me, models.model(application)),
                person.isEmpty() ? 0 : EXAMPLES);
    }

    public ImpactPage page(List<Impact.Line> lines, int page, int size) {
        return new ImpactPage(all(Paging.slice(lines, page, size)), lines.size());
    }

    public List<ImpactLine> all(List<Impact.Line> lines) {
        Directory directory = models.directory();
        return lines.stream().map(line -> shown(line, directory)).toList();
    }

    private static ImpactLine shown(Impact.Line line, Directory directory) {
        return new ImpactLine(
                line.persona().person().key(),
                line.persona().person().name(),
                line.persona().account(),
                line.persona().account().flatMap(directory::account).map(Account::name),
                line.persona().person().external(),
                line.type().key(),
                line.operation().key(),
                line.field().map(Field::key),
                line.level().map(one -> one.toLowerCase(Locale.ROOT)),
                does(line),
                line.field().map(Field::guarded).orElse(false),
                line.gained().some(),
                line.lost().some(),
                line.gained().told(),
                line.lost().told(),
                line.gained().withheld() || line.lost().withheld(),
                line.gained().examples(),
                line.lost().examples());
    }

    private static String does(Impact.Line line) {
        String plural = line.type().plural().toLowerCase(Locale.ROOT);
        if (line.field().isEmpty()) {
            return line.operation().label() + " " + plural;
        }
        String label = line.field().get().label().toLowerCase(Locale.ROOT);
        return switch (line.level().orElse("")) {
            case "CHANGE" -> "change " + label + " of " + plural;
            case "MASKED" -> "see " + label + " of " + plural + " masked";
            default -> "see " + label + " of " + plural;
        };
    }
}
