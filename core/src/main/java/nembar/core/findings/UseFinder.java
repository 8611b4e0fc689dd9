package nembar.core.findings;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.review.ReviewChanges;
import nembar.core.review.ReviewChanges.Wanted;
import nembar.core.review.Right;
import nembar.core.text.Dates;
import nembar.core.text.Wording;
import nembar.core.use.Use;

/** What was given, and nothing of it used for long (docs/access-model.md, section 12). */
final class UseFinder extends Finder {
    private final Use use;
    private final LocalDate today;

    UseFinder(Moment moment, Activity activity) {
        super(moment);
        this.use = activity.use();
        this.today = model.application().day(moment.at());
    }

    @Override
    void find() {
        if (!use.tells(today)) {
            return;
        }
        ReviewChanges ending = new ReviewChanges(moment);
        for (Assignment one : design.assignments()) {
            if (!model.inForce(one.times(), moment.at()) || lately(one)) {
                continue;
            }
            List<Person> holders =
                    model.peopleIn(one.audience(), moment.at()).stream()
                            .flatMap(key -> model.directory().person(key).stream())
                            .filter(Person::active)
                            .toList();
            List<Privilege> privileges =
                    design.setsOf(one.gives()).stream()
                            .flatMap(set -> set.privileges().stream())
                            .toList();
            Map<Person, Optional<LocalDate>> unused = new LinkedHashMap<>();
            for (Person person : holders) {
                Optional<LocalDate> last = use.last(person.key(), privileges, model.catalogue());
                if (last.filter(day -> !day.isBefore(today.minusDays(Use.DAYS))).isEmpty()) {
                    unused.put(person, last);
                }
            }
            if (!unused.isEmpty() && !privileges.isEmpty()) {
                tell(one, unused, holders.size(), ending);
            }
        }
    }

    /** What was given lately has had no time to be used. */
    private boolean lately(Assignment assignment) {
        return assignment
                .givenAt()
                .filter(at -> at.isAfter(moment.at().minus(Use.DAYS, ChronoUnit.DAYS)))
                .isPresent();
    }

    private void tell(
            Assignment one,
            Map<Person, Optional<LocalDate>> unused,
            int holders,
            ReviewChanges ending) {
        List<Concern> concerns = new ArrayList<>(List.of(concern(one)));
        Map<Right, Wanted> ends = new LinkedHashMap<>();
        unused.keySet()
                .forEach(
                        person -> {
                            concerns.add(person(person));
                            ends.put(new Right(person.key(), one.kind(), one.key()), Wanted.END);
                        });
        List<Change> mend = ending.of(ends);
        addSure(Kind.RIGHT_NOT_USED, concerns, sentence(one, unused, holders), 0, mend);
    }

    private String sentence(Assignment one, Map<Person, Optional<LocalDate>> unused, int holders) {
        String what = given(one);
        if (holders == 1) {
            Map.Entry<Person, Optional<LocalDate>> only = unused.entrySet().iterator().next();
            return only.getKey().name()
                    + " holds "
                    + what
                    + " and has used nothing of it "
                    + only.getValue()
                            .map(day -> "since " + Dates.DAY.format(day) + ".")
                            .orElse("for " + Use.DAYS + " days.");
        }
        if (unused.size() == holders) {
            return "None of the "
                    + holders
                    + " people who are given "
                    + what
                    + " together have used anything of it for "
                    + Use.DAYS
                    + " days.";
        }
        return Wording.some(unused.keySet().stream().map(Person::name).toList())
                + (unused.size() == 1 ? " has" : " have")
                + " used nothing of "
                + what
                + " for "
                + Use.DAYS
                + " days; "
                + (holders - unused.size() == 1
                        ? "1 other who is given it with them has."
                        : holders - unused.size() + " others who are given it with them have.");
    }
}
