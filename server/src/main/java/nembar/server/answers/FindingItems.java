package nembar.server.answers;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
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
        List<DeskItem> items = new ArrayList<>();
        found.forEach(
                (application, findings) ->
                        findings.stream()
                                .flatMap(List::stream)
                                .filter(visible)
                                .filter(one -> toldOf(application, one.kind()))
                                .map(one -> item(application, one))
                                .forEach(items::add));
        items.addAll(withNothingAnywhere(found, visible));
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

    /** What stands of one application, whoever looks. */
    static List<DeskItem> ofOne(String application, List<Finding> findings) {
        return findings.stream()
                .filter(one -> toldOf(application, one.kind()) && !EVERYWHERE.contains(one.kind()))
                .map(one -> item(application, one))
                .toList();
    }

    /** Who can do nothing in one application may have work enough in another. */
    private static boolean toldOf(String application, Kind kind) {
        return kind != Kind.PERSON_CAN_DO_NOTHING
                && !(application.equals(Models.NEMBAR) && EVERYWHERE.contains(kind));
    }

    private static DeskItem item(String application, Finding finding) {
        return new DeskItem(
                DeskKind.of(finding.kind()),
                finding.concerns().stream()
                        .map(one -> one.what() + ":" + one.key())
                        .collect(Collectors.joining(",")),
                Optional.of(application).filter(any -> !EVERYWHERE.contains(finding.kind())),
                finding.why(),
                "",
                finding.concerns().stream().map(one -> new Subject(one.what(), one.key())).toList(),
                finding.records(),
                finding.mend());
    }

    private List<DeskItem> withNothingAnywhere(
            Map<String, Optional<List<Finding>>> found, Predicate<Finding> visible) {
        Set<String> known = new HashSet<>(found.keySet());
        known.remove(Models.NEMBAR);
        Set<String> governed = new HashSet<>();
        models.all().forEach(model -> governed.add(model.application().key()));
        governed.remove(Models.NEMBAR);
        boolean all =
                known.equals(governed)
                        && known.stream().allMatch(one -> found.get(one).isPresent());
        if (!all) {
            return List.of();
        }
        Map<String, Integer> times = new LinkedHashMap<>();
        for (String application : known) {
            found.get(application).get().stream()
                    .filter(one -> one.kind() == Kind.PERSON_CAN_DO_NOTHING)
                    .filter(visible)
                    .forEach(one -> times.merge(one.concerns().get(0).key(), 1, Integer::sum));
        }
        return times.entrySet().stream()
                .filter(one -> one.getValue() == known.size())
                .map(Map.Entry::getKey)
                .map(
                        key ->
                                DeskItem.of(
                                        DeskKind.PERSON_CAN_DO_NOTHING,
                                        Optional.empty(),
                                        new Subject(Subject.PERSON, key),
                                        models.directory().personName(key)
                                                + " is active and can do nothing.",
                                        ""))
                .toList();
    }
}
