package nembar.server.answers;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.findings.Finding;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.AccessModel;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** Puts findings on the Desk of those who can make drafts of the application. */
@Component
class FindingItems implements DeskSource {
    /** How long a Desk waits for all of them. */
    private static final Duration WAITED_FOR = Duration.ofMillis(700);

    /** What is so of people and organisations, in whichever application it is seen. */
    private static final Set<Kind> EVERYWHERE =
            EnumSet.of(Kind.INVITATION_NOT_ACCEPTED, Kind.DORMANT_PERSON, Kind.ACCOUNT_ENDS_SOON);

    private final Models models;
    private final Governance governance;
    private final KeptFindings kept;

    FindingItems(Models models, Governance governance, KeptFindings kept) {
        this.models = models;
        this.governance = governance;
        this.kept = kept;
    }

    @Override
    public Told told(Person me) {
        Map<String, Optional<List<Finding>>> found = found(me);
        Predicate<Finding> visible = visible(me);
        Map<String, List<Finding>> known = new LinkedHashMap<>();
        found.forEach(
                (application, findings) ->
                        findings.ifPresent(
                                some ->
                                        known.put(
                                                application,
                                                some.stream().filter(visible).toList())));
        List<DeskItem> items = new ArrayList<>();
        known.forEach((application, findings) -> items.addAll(ofOne(application, findings)));
        items.addAll(everywhere(known, models));
        Map<Boolean, List<String>> missing =
                found.keySet().stream()
                        .filter(one -> found.get(one).isEmpty())
                        .collect(Collectors.partitioningBy(kept::failed));
        return new Told(items, missing.get(false), missing.get(true));
    }

    private Map<String, Optional<List<Finding>>> found(Person me) {
        long until = System.nanoTime() + WAITED_FOR.toNanos();
        Map<String, Optional<List<Finding>>> found = new LinkedHashMap<>();
        for (AccessModel model : models.all()) {
            String application = model.application().key();
            if (governance.mayViewApplication(me, application)
                    && governance.mayOnDraft(me, "create", application, me.key())) {
                Duration left = Duration.ofNanos(Math.max(0, until - System.nanoTime()));
                found.put(application, kept.published(application, left));
            }
        }
        return found;
    }

    /** Those about nobody whom the person may not view. */
    Predicate<Finding> visible(Person me) {
        Predicate<Person> mayView = governance.mayView(me);
        return finding ->
                finding.concerns().stream()
                        .filter(about -> about.what().equals(Subject.PERSON))
                        .flatMap(about -> models.directory().person(about.key()).stream())
                        .allMatch(mayView);
    }

    /** What stands of one application. */
    static List<DeskItem> ofOne(String application, List<Finding> findings) {
        return findings.stream()
                .filter(one -> !EVERYWHERE.contains(one.kind()))
                .filter(one -> one.kind() != Kind.PERSON_CAN_DO_NOTHING)
                .map(one -> item(Optional.of(application), one))
                .toList();
    }

    /**
     * What stands of people and organisations, in whichever application it is seen; who can do
     * nothing, once the findings of all are there.
     */
    static List<DeskItem> everywhere(Map<String, List<Finding>> found, Models models) {
        Set<String> governed = governed(models);
        List<DeskItem> items = new ArrayList<>();
        governed.stream()
                .flatMap(application -> found.getOrDefault(application, List.of()).stream())
                .filter(one -> EVERYWHERE.contains(one.kind()))
                .map(one -> item(Optional.empty(), one))
                .forEach(items::add);
        if (found.keySet().containsAll(governed)) {
            items.addAll(withNothingAnywhere(found, governed, models.directory()));
        }
        return items;
    }

    /** Who can do nothing in one application may have work enough in another. */
    private static List<DeskItem> withNothingAnywhere(
            Map<String, List<Finding>> found, Set<String> governed, Directory names) {
        Map<Subject, Integer> times = new LinkedHashMap<>();
        governed.stream()
                .flatMap(application -> found.get(application).stream())
                .filter(one -> one.kind() == Kind.PERSON_CAN_DO_NOTHING)
                .forEach(one -> times.merge(subjects(one).get(0), 1, Integer::sum));
        return times.entrySet().stream()
                .filter(one -> one.getValue() == governed.size())
                .map(Map.Entry::getKey)
                .map(
                        person ->
                                DeskItem.of(
                                        DeskKind.PERSON_CAN_DO_NOTHING,
                                        Optional.empty(),
                                        person,
                                        names.personName(person.key())
                                                + " is active and can do nothing.",
                                        ""))
                .toList();
    }

    /** The applications there are, besides Nembar itself. */
    static Set<String> governed(Models models) {
        Set<String> governed = new TreeSet<>();
        models.all().forEach(model -> governed.add(model.application().key()));
        governed.remove(Models.NEMBAR);
        return governed;
    }

    private static DeskItem item(Optional<String> application, Finding finding) {
        return new DeskItem(
                DeskKind.of(finding.kind()),
                finding.concerns().stream()
                        .map(one -> one.what() + ":" + one.key())
                        .collect(Collectors.joining(",")),
                application,
                finding.why(),
                "",
                subjects(finding),
                finding.records(),
                finding.mend());
    }

    private static List<Subject> subjects(Finding finding) {
        return finding.concerns().stream().map(one -> new Subject(one.what(), one.key())).toList();
    }
}
