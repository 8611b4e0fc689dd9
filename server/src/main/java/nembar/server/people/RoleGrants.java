package nembar.server.people;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.command.Snapshot;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Bounds.UnitScope;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.model.AccessModel;
import nembar.core.text.Nearest;
import nembar.core.text.Slug;
import nembar.server.document.DesignDocument.HoursPart;
import nembar.server.document.Hours;
import nembar.server.http.BadRequest;
import nembar.server.http.Days;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** Makes assignments that give one role to people, each in their own name. */
@Component
public class RoleGrants {
    private final Models models;
    private final Clock clock;

    RoleGrants(Models models, Clock clock) {
        this.models = models;
        this.clock = clock;
    }

    /**
     * A role and its limits.
     *
     * @param accounts keys of accounts it is bounded to
     * @param accountTags tags of accounts it is bounded to
     * @param actedFor whether it is bounded to the account acted for
     * @param units keys of units it is bounded to
     * @param below whether units below those count too
     * @param from first day; empty for at once
     * @param until last day; empty for no end
     * @param hours hours of the week at which it gives anything; empty for all
     */
    public record Given(
            @NotNull String application,
            @NotNull String role,
            List<String> accounts,
            List<String> accountTags,
            Boolean actedFor,
            List<String> units,
            Boolean below,
            String from,
            String until,
            List<HoursPart> hours,
            String reason) {
        public Given {
            hours = hours == null ? List.of() : List.copyOf(hours);
            accounts = accounts == null ? List.of() : List.copyOf(accounts);
            accountTags = accountTags == null ? List.of() : List.copyOf(accountTags);
            units = units == null ? List.of() : List.copyOf(units);
        }

        /** What is given, for ever and at all hours. */
        Given withoutTimes() {
            return new Given(
                    application,
                    role,
                    accounts,
                    accountTags,
                    actedFor,
                    units,
                    below,
                    "",
                    "",
                    List.of(),
                    reason);
        }
    }

    /** The application of the role that is given. */
    String application(Given given) {
        role(given);
        return given.application();
    }

    /**
     * The role that is given.
     *
     * @throws BadRequest where there is no such role
     */
    public Role role(Given given) {
        if (given.application() == null || given.role() == null) {
            throw new BadRequest("role", "Choose a role.");
        }
        AccessModel model = models.model(given.application());
        return model.design()
                .role(given.role())
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "role",
                                        Nearest.sentence(
                                                "There is no role `" + given.role() + "`",
                                                given.role(),
                                                model.design().roles().stream()
                                                        .map(Role::key)
                                                        .toList())));
    }

    /** The changes that give it to these people; each has an assignment of their own. */
    public List<Change> changes(Snapshot now, Given given, List<Person> people, Person by) {
        Role role = role(given);
        AccessModel model = now.find(given.application()).orElseThrow();
        Bounds bounds = bounds(given);
        Times times = times(given, model.application().zone());
        String reason = given.reason() == null ? "" : given.reason().strip();
        List<Change> changes = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        model.design().assignments().forEach(one -> taken.add(one.key()));
        for (Person person : people) {
            String key = Slug.of(person.key() + " " + role.key(), "assignment", taken::contains);
            taken.add(key);
            changes.add(
                    Change.Put.of(
                            new Assignment(
                                    key,
                                    Audience.anyOf(new Audience.OnePerson(person.key())),
                                    new Assignment.Gives.OfRole(role.key()),
                                    bounds,
                                    times,
                                    reason,
                                    Optional.of(by.key()),
                                    Optional.of(clock.instant()))));
        }
        return changes;
    }

    private static Bounds bounds(Given given) {
        boolean actedFor = Boolean.TRUE.equals(given.actedFor());
        boolean accounts =
                actedFor || !given.accounts().isEmpty() || !given.accountTags().isEmpty();
        return new Bounds(
                accounts
                        ? Optional.of(
                                new AccountScope(
                                        actedFor,
                                        Set.copyOf(given.accounts()),
                                        Set.copyOf(given.accountTags())))
                        : Optional.empty(),
                given.units().isEmpty()
                        ? Optional.empty()
                        : Optional.of(
                                new UnitScope(
                                        Set.copyOf(given.units()),
                                        Boolean.TRUE.equals(given.below()))));
    }

    private Times times(Given given, ZoneId zone) {
        Days.Period period =
                Days.period(given.from(), "until", given.until(), zone, clock.instant());
        return new Times(period.from(), period.until(), Hours.read("given", given.hours()));
    }
}
