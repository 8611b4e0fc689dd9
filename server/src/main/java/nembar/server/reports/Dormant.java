package nembar.server.reports;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Dates;
import nembar.core.text.Words;
import nembar.core.use.Use;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.session.SignIns;
import nembar.server.use.UseStore;
import org.springframework.stereotype.Component;

/** Dormant people and services: neither here nor seen in the application for 90 days. */
@Component
class Dormant implements Report {
    private final Models models;
    private final SignIns signIns;
    private final UseStore use;
    private final Governance governance;
    private final Clock clock;

    Dormant(Models models, SignIns signIns, UseStore use, Governance governance, Clock clock) {
        this.models = models;
        this.signIns = signIns;
        this.use = use;
        this.governance = governance;
        this.clock = clock;
    }

    @Override
    public String key() {
        return "dormant";
    }

    @Override
    public String title() {
        return "Dormant people and services";
    }

    @Override
    public String about() {
        return "Whoever may come in, and has for "
                + Use.DAYS
                + " days neither signed in to Nembar nor used anything of the application.";
    }

    @Override
    public List<Slot> slots() {
        return List.of();
    }

    @Override
    public List<String> columns() {
        return List.of(
                "Person",
                "Kind",
                "Organisation or unit",
                "Status",
                "Last signed in",
                "Last used",
                "Assignments");
    }

    @Override
    public Table of(Person me, Asked asked) {
        AccessModel model = models.model(asked.application());
        ZoneId zone = model.application().zone();
        Instant now = clock.instant();
        Instant before = now.minus(Duration.ofDays(Use.DAYS));
        LocalDate beforeDay = model.application().day(before);
        Use known = use.of(asked.application());
        Map<String, Instant> signedIn = signIns.lastSignedIn();
        Directory directory = model.directory();
        Predicate<Person> visible = governance.mayView(me);
        List<List<String>> rows = new ArrayList<>();
        for (Person person : directory.people()) {
            boolean mayCome =
                    person.status() == PersonStatus.ACTIVE
                            || person.status() == PersonStatus.SUSPENDED;
            Optional<Instant> in = Optional.ofNullable(signedIn.get(person.key()));
            Optional<LocalDate> used =
                    known.last().getOrDefault(person.key(), Map.of()).values().stream()
                            .max(LocalDate::compareTo);
            boolean lately =
                    in.filter(at -> at.isAfter(before)).isPresent()
                            || used.filter(day -> !day.isBefore(beforeDay)).isPresent();
            if (mayCome && !lately && visible.test(person)) {
                rows.add(
                        List.of(
                                person.name(),
                                Words.of(person.kind()),
                                directory.unitOrAccount(
                                        person, person.accounts().stream().findFirst()),
                                Words.of(person.status()),
                                in.map(at -> Dates.DAY.format(at.atZone(zone)))
                                        .orElse(
                                                person.kind() == PersonKind.SERVICE
                                                        ? "comes by token"
                                                        : "never"),
                                used.map(Dates.DAY::format).orElse("not known"),
                                String.valueOf(assignments(model, person))));
            }
        }
        return new Table(
                rows,
                known.since()
                        .map(day -> "Use is known since " + Dates.DAY.format(day) + ".")
                        .orElse("Nothing is known of use of this application."));
    }

    private static long assignments(AccessModel model, Person person) {
        return model.personas().of(person.key()).stream()
                .flatMap((Persona persona) -> model.assignmentsOf(persona).stream())
                .distinct()
                .count();
    }
}
