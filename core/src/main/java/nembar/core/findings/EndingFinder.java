package nembar.core.findings;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Times;
import nembar.core.directory.Account;
import nembar.core.directory.Person;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.text.Dates;
import nembar.core.text.Wording;

/** What ends within a week: somebody may count on it beyond. */
final class EndingFinder extends Finder {
    private static final Duration SOON = Duration.ofDays(7);

    private final ZoneId zone;

    EndingFinder(Moment moment) {
        super(moment);
        zone = model.application().zone();
    }

    @Override
    void find() {
        design.assignments().forEach(this::assignment);
        design.delegations().forEach(this::delegation);
        model.directory().accounts().forEach(this::account);
    }

    private void assignment(Assignment assignment) {
        Optional<Instant> end = endOf(assignment.times());
        if (end.isEmpty()) {
            return;
        }
        List<Concern> concerns = new ArrayList<>(List.of(concern(assignment)));
        List<String> names = new ArrayList<>();
        for (String key : model.peopleIn(assignment.audience(), moment.at())) {
            Person person = model.directory().person(key).orElseThrow();
            if (person.active()) {
                concerns.add(person(person));
                names.add(person.name());
            }
        }
        if (!names.isEmpty()) {
            add(
                    Kind.ASSIGNMENT_ENDS_SOON,
                    concerns,
                    called(assignment)
                            + " to "
                            + Wording.some(names)
                            + " ends on "
                            + Dates.MINUTE.format(end.get().atZone(zone))
                            + reason(assignment.reason()));
        }
    }

    private void delegation(Delegation delegation) {
        Optional<Instant> end = endOf(delegation.times());
        Optional<Person> principal = model.directory().person(delegation.principal());
        Optional<Person> delegate = model.directory().person(delegation.delegate());
        if (end.isPresent() && principal.isPresent() && delegate.isPresent()) {
            add(
                    Kind.DELEGATION_ENDS_SOON,
                    List.of(concern(delegation), person(principal.get()), person(delegate.get())),
                    delegate.get().name()
                            + " may act for "
                            + principal.get().name()
                            + " until "
                            + Dates.MINUTE.format(end.get().atZone(zone))
                            + reason(delegation.reason()));
        }
    }

    private void account(Account account) {
        LocalDate today = LocalDate.ofInstant(moment.at(), zone);
        Optional<LocalDate> end =
                account.ends()
                        .filter(day -> account.open(today))
                        .filter(day -> day.isBefore(today.plusDays(SOON.toDays())));
        end.ifPresent(
                day ->
                        add(
                                Kind.ACCOUNT_ENDS_SOON,
                                List.of(new Concern("account", account.key())),
                                "Whoever acts for "
                                        + account.name()
                                        + " has access until the end of "
                                        + Dates.DAY.format(day)
                                        + "."));
    }

    private Optional<Instant> endOf(Times times) {
        return times.until()
                .filter(end -> times.started(moment.at()) && !times.ended(moment.at()))
                .filter(end -> end.isBefore(moment.at().plus(SOON)));
    }
}
