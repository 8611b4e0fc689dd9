package nembar.server.ask;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.answers.Timeline;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springframework.stereotype.Service;

/** When what somebody can do changed, and when it is going to. */
@Service
class AccessChanges {
    private static final int AT_MOST = 12;

    private final Models models;
    private final Moments moments;
    private final PublicationStore publications;
    private final DirectoryChanges directory;
    private final Clock clock;

    AccessChanges(
            Models models,
            Moments moments,
            PublicationStore publications,
            DirectoryChanges directory,
            Clock clock) {
        this.models = models;
        this.moments = moments;
        this.publications = publications;
        this.directory = directory;
        this.clock = clock;
    }

    /**
     * An instant at which the answer becomes another.
     *
     * @param publication number of that by which it did; empty where something begins or ends, and
     *     where they became another in the directory
     * @param words by what
     */
    record AccessChange(Instant at, Optional<Long> publication, String words) {}

    /**
     * What an answer rests on, and when it is another.
     *
     * @param at the instant that is asked about
     * @param now the instant at which it was asked
     * @param publication number of the publication in force at that instant; empty before the first
     * @param changes the earliest first: the last publications that concerned the person and what
     *     became of them in the directory, and what begins and ends next
     */
    record RestsOn(
            Instant at, Instant now, Optional<Long> publication, List<AccessChange> changes) {}

    RestsOn of(Question question) {
        Instant now = clock.instant();
        Standpoint who = question.access().who();
        String application = question.application();
        String person = who.person().key();
        List<AccessChange> past =
                Stream.concat(
                                publications(application, wanted(person, now), AT_MOST).stream()
                                        .map(
                                                one ->
                                                        new AccessChange(
                                                                one.at(),
                                                                Optional.of(one.number()),
                                                                one.reason())),
                                directory.of(person, AT_MOST).stream())
                        .sorted(Comparator.comparing(AccessChange::at).reversed())
                        .limit(AT_MOST)
                        .sorted(Comparator.comparing(AccessChange::at))
                        .toList();
        List<AccessChange> coming =
                coming(question, now).stream()
                        .map(
                                at ->
                                        new AccessChange(
                                                at, Optional.empty(), "something begins or ends"))
                        .toList();
        return new RestsOn(
                who.at(),
                now,
                publication(question),
                Stream.concat(past.stream(), coming.stream()).toList());
    }

    /** Number of the publication in force at the instant asked about; empty before the first. */
    Optional<Long> publication(Question question) {
        Instant at = question.access().who().at();
        return publications(question.application(), wanted("", at.plusMillis(1)), 1).stream()
                .findFirst()
                .map(Publication::number);
    }

    /** From what is published now on; of somebody new, from what they would have. */
    private List<Instant> coming(Question question, Instant now) {
        Person person = question.access().who().person();
        AccessModel published = models.model(question.application());
        boolean there = published.directory().person(person.key()).isPresent();
        Timeline timeline =
                there
                        ? moments.now(question.application()).timeline()
                        : new Timeline(question.model(), now);
        return timeline.model()
                .personas()
                .at(person.key(), question.access().who().account())
                .map(persona -> timeline.changes(persona, AT_MOST))
                .orElse(List.of());
    }

    private List<Publication> publications(String application, Wanted wanted, int atMost) {
        return publications.publications(application, wanted, 0, atMost).items();
    }

    private static Wanted wanted(String person, Instant until) {
        return new Wanted("", "", "", person, Optional.empty(), Optional.of(until));
    }
}
