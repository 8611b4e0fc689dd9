package nembar.server.bringin;

import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.accounts.Terms;
import nembar.server.ask.WhatCan;
import nembar.server.ask.WhatCanService;
import nembar.server.bringin.Judging.Judged;
import nembar.server.bringin.Sending.Arriving;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Objections;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.people.RoleGrants;
import org.springframework.stereotype.Service;

/**
 * What people who are to come would be able to do. Those who would be placed alike and given the
 * same are one group: a person who is new owns nothing, so the grid of one is that of all.
 */
@Service
class Amounts {
    private static final int GROUPS_AT_MOST = 12;
    private static final int NAMES_SHOWN = 6;

    private final Batches batches;
    private final Sending sending;
    private final Models models;
    private final Gate gate;
    private final Objections objections;
    private final WhatCanService grids;
    private final RoleGrants roleGrants;
    private final Terms terms;
    private final Clock clock;

    Amounts(
            Batches batches,
            Sending sending,
            Models models,
            Gate gate,
            Objections objections,
            WhatCanService grids,
            RoleGrants roleGrants,
            Terms terms,
            Clock clock) {
        this.batches = batches;
        this.sending = sending;
        this.models = models;
        this.gate = gate;
        this.objections = objections;
        this.grids = grids;
        this.roleGrants = roleGrants;
        this.terms = terms;
        this.clock = clock;
    }

    /**
     * People who would have the same.
     *
     * @param place kind, account, unit and teams in words
     * @param access what they are given, in words
     * @param warnings what an administrator should look at before sending
     */
    public record AmountGroup(
            List<String> names,
            int people,
            String place,
            List<String> access,
            WhatCan grid,
            List<String> warnings) {}

    /**
     * @param more how many further groups there are that are not worked out
     * @param against why it cannot be sent as it stands
     */
    public record Amount(
            List<AmountGroup> groups, int more, List<String> against, List<String> warnings) {}

    Amount amount(Person me, String id, String application) {
        Content content = Batches.content(batches.known(me, id));
        List<Judged> ready = sending.ready(id, content);
        if (ready.isEmpty()) {
            return new Amount(List.of(), 0, List.of(), List.of());
        }
        Map<List<Object>, List<Judged>> alike = new LinkedHashMap<>();
        ready.forEach(
                one -> alike.computeIfAbsent(placeOf(one), any -> new ArrayList<>()).add(one));
        List<List<Judged>> shown =
                alike.values().stream().limit(GROUPS_AT_MOST).map(List::copyOf).toList();
        List<Judged> some = shown.stream().map(group -> group.get(0)).toList();
        try {
            // What the role amounts to is shown even where it is to be left as a draft.
            Snapshot now = models.current().snapshot();
            Arriving arriving =
                    sending.arriving(
                            now,
                            me,
                            some,
                            content.said(
                                    content.placing(),
                                    content.given(),
                                    false,
                                    content.note(),
                                    content.compare()));
            ChangeSet whole = arriving.changes();
            ChangeSet taken = content.roleAsDraft() ? ChangeSet.of(whole.directory()) : whole;
            String of = application(content, application);
            models.model(of);
            AccessModel model = now.with(whole).models().get(of);
            List<AmountGroup> groups = new ArrayList<>();
            for (List<Judged> group : shown) {
                Person first = arriving.people().get(group.get(0).entry().position());
                groups.add(group(me, model, first, group, content));
            }
            return new Amount(
                    groups,
                    alike.size() - shown.size(),
                    against(me, taken),
                    seats(me, ready, content));
        } catch (ModelRefused refused) {
            return new Amount(
                    List.of(),
                    0,
                    refused.problems().stream().map(Problem::message).distinct().toList(),
                    List.of());
        }
    }

    /** What stands against it; a right that is missing stands against it too. */
    private List<String> against(Person me, ChangeSet taken) {
        try {
            return gate
                    .objections(Command.by(me, "Bring in").changing(any -> taken).build())
                    .stream()
                    .map(objections::said)
                    .toList();
        } catch (Refused refused) {
            return List.of(refused.getMessage());
        }
    }

    private List<String> seats(Person me, List<Judged> ready, Content content) {
        try {
            return terms.checkSeats(
                    sending.arriving(models.current().snapshot(), me, ready, content)
                            .changes()
                            .directory());
        } catch (Refused refused) {
            return refused.because();
        }
    }

    private String application(Content content, String asked) {
        if (!asked.isEmpty()) {
            return asked;
        }
        if (content.given() != null) {
            return content.given().application();
        }
        return models.all().stream()
                .map(one -> one.application().key())
                .filter(key -> !key.equals(Models.NEMBAR))
                .sorted()
                .findFirst()
                .orElse(Models.NEMBAR);
    }

    /** Everything of a row that access can depend on, but for whose records are whose own. */
    private static List<Object> placeOf(Judged row) {
        Person person = row.arrival().person().or(() -> row.arrival().known()).orElseThrow();
        return List.of(
                person.kind(),
                person.accounts(),
                row.arrival().newAccount(),
                person.unit(),
                person.manager(),
                new TreeSet<>(row.arrival().teams()),
                person.attributes(),
                row.arrival().known().map(Person::key));
    }

    private AmountGroup group(
            Person me, AccessModel model, Person person, List<Judged> group, Content content) {
        Standpoint who =
                new Standpoint(
                        person, person.accounts().stream().findFirst(), clock.instant(), true);
        PersonAccess access = new PersonAccess(model, who);
        WhatCan grid = grids.answer(access, me);
        Explanation explanation = new Explanation(model, who);
        Set<String> given = new LinkedHashSet<>();
        model.assignmentsTo(who).stream()
                .map(one -> explanation.assignment(one) + resting(explanation, one))
                .forEach(given::add);
        return new AmountGroup(
                group.stream().limit(NAMES_SHOWN).map(Amounts::nameOf).toList(),
                group.size(),
                place(model, person, group.get(0)),
                List.copyOf(given),
                grid,
                warnings(person, grid, content));
    }

    private static String resting(Explanation explanation, Assignment one) {
        return explanation.resting(one).map(why -> " (" + why + ")").orElse("");
    }

    private static String nameOf(Judged row) {
        return row.arrival().person().or(() -> row.arrival().known()).orElseThrow().name();
    }

    private static String place(AccessModel model, Person person, Judged row) {
        List<String> words = new ArrayList<>();
        words.add(Words.of(person.kind()));
        if (person.external()) {
            person.accounts().forEach(key -> words.add(model.directory().accountName(key)));
        }
        person.unit().map(key -> model.directory().unitNames().get(key)).ifPresent(words::add);
        row.arrival().teams().forEach(key -> words.add(model.directory().teamName(key)));
        return String.join(", ", words);
    }

    private List<String> warnings(Person person, WhatCan grid, Content content) {
        List<String> warnings = new ArrayList<>();
        boolean functions = grid.functions().stream().anyMatch(one -> !one.level().equals("none"));
        boolean creates =
                grid.areas().stream()
                        .flatMap(area -> area.types().stream())
                        .flatMap(type -> type.cells().stream())
                        .anyMatch(cell -> cell.operation().equals("create") && cell.granted());
        if (grid.totals().viewed() == 0 && !functions && !creates) {
            warnings.add(
                    content.given() == null
                            ? "Without a role they will be able to do nothing."
                            : "It amounts to nothing: the role gives them no record in this place.");
        }
        if (person.external()) {
            guarded(grid).ifPresent(warnings::add);
        }
        Optional<Role> role = Optional.ofNullable(content.given()).map(roleGrants::role);
        role.filter(one -> !one.meantFor().suits(person.kind()))
                .ifPresent(
                        one ->
                                warnings.add(
                                        one.name()
                                                + " is not meant for "
                                                + Words.of(person.kind())
                                                + " people; it is meant for "
                                                + Words.of(one.meantFor())
                                                + "."));
        return warnings;
    }

    static Optional<String> guarded(WhatCan grid) {
        Set<String> reached = new LinkedHashSet<>();
        for (WhatCan.AreaRows area : grid.areas()) {
            for (WhatCan.TypeRow type : area.types()) {
                boolean inside =
                        area.stewards().isPresent() && type.cells().get(0).records().orElse(0L) > 0;
                if (inside) {
                    reached.add(type.plural().toLowerCase(Locale.ROOT) + " in " + area.name());
                }
                type.fields().stream()
                        .filter(one -> one.guarded() && !one.level().equals("hidden"))
                        .forEach(
                                one ->
                                        reached.add(
                                                one.label().toLowerCase(Locale.ROOT)
                                                        + " of "
                                                        + type.plural().toLowerCase(Locale.ROOT)));
            }
        }
        return reached.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        "An external would reach something guarded: "
                                + String.join(", ", reached)
                                + ".");
    }
}
