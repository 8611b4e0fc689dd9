package nembar.server.bench;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.HolderCounts;
import nembar.core.answers.Holders;
import nembar.core.answers.Holders.Held;
import nembar.core.answers.Moment;
import nembar.core.answers.SeatUse;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.bench.Bench.AreaShown;
import nembar.server.bench.Bench.FieldShown;
import nembar.server.bench.Bench.FunctionShown;
import nembar.server.bench.Bench.HeldSets;
import nembar.server.bench.Bench.Holder;
import nembar.server.bench.Bench.HolderPage;
import nembar.server.bench.Bench.HolderRanges;
import nembar.server.bench.Bench.OperationShown;
import nembar.server.bench.Bench.RangeShown;
import nembar.server.bench.Bench.RoleShown;
import nembar.server.bench.Bench.SetShown;
import nembar.server.bench.Bench.TypeShown;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** Draws the bench, and says who holds what is on it. */
@Service
class BenchService {
    /** More different accesses than these are not counted one by one. */
    private static final int LOOKED_AT_MOST = 200;

    private final Models models;
    private final AskedMoments moments;
    private final Governance governance;

    BenchService(Models models, AskedMoments moments, Governance governance) {
        this.models = models;
        this.moments = moments;
        this.governance = governance;
    }

    /**
     * The bench of an application.
     *
     * @param draft id of the draft whose catalogue is shown; empty for the published one
     */
    Bench bench(Person me, String application, String draft) {
        Moment moment = moments.of(me, application, "", Optional.empty());
        AccessModel model = moment.model();
        AccessModel drafted = moments.of(me, application, draft, Optional.empty()).model();
        Explanation explanation = new Explanation(drafted, Standpoint.of(me, moment.at()));
        Catalogue catalogue = drafted.catalogue();
        Holders holders = new Holders(moment);
        SeatUse seats = new SeatUse(moment.model());
        Map<String, Integer> ofSets = holders.ofSets();
        Map<String, Integer> ofRoles = holders.ofRoles();
        return new Bench(
                new Named(application, model.application().name()),
                catalogue.areas().stream()
                        .map(
                                one ->
                                        new AreaShown(
                                                one.key(),
                                                one.name(),
                                                one.stewards().map(explanation::audience),
                                                Bench.explanation(one.explanation())))
                        .toList(),
                catalogue.recordTypes().stream().map(one -> type(catalogue, one)).toList(),
                catalogue.functions().stream()
                        .map(
                                one ->
                                        new FunctionShown(
                                                one.key(),
                                                one.name(),
                                                one.area(),
                                                one.levels(),
                                                one.needs().stream()
                                                        .map(explanation::need)
                                                        .toList(),
                                                Bench.explanation(one.explanation())))
                        .toList(),
                model.design().sets().stream()
                        .map(
                                one ->
                                        new SetShown(
                                                DocumentWriter.set(one),
                                                ofSets.getOrDefault(one.key(), 0),
                                                seats.told(
                                                        new Assignment.Gives.OfSet(one.key()),
                                                        moment.at())))
                        .toList(),
                model.design().roles().stream()
                        .map(
                                one ->
                                        new RoleShown(
                                                DocumentWriter.role(one),
                                                ofRoles.getOrDefault(one.key(), 0),
                                                seats.told(
                                                        new Assignment.Gives.OfRole(one.key()),
                                                        moment.at())))
                        .toList());
    }

    private static TypeShown type(Catalogue catalogue, RecordType type) {
        Map<String, String> unsaid = new LinkedHashMap<>();
        for (Reach reach : Reach.values()) {
            reach.unsaidOn(type).ifPresent(why -> unsaid.put(DocumentWriter.reach(reach), why));
        }
        return new TypeShown(
                type.key(),
                type.singular(),
                type.plural(),
                type.area(),
                type.operations().stream()
                        .map(
                                one ->
                                        new OperationShown(
                                                one.key(),
                                                one.label(),
                                                Bench.explanation(one.explanation())))
                        .toList(),
                unsaid,
                type.parent().flatMap(one -> follows(catalogue, one)),
                type.fields().stream()
                        .map(
                                one ->
                                        new FieldShown(
                                                one.key(),
                                                one.label(),
                                                one.guarded(),
                                                List.copyOf(one.classifications()),
                                                Bench.explanation(one.explanation())))
                        .toList(),
                Bench.explanation(type.explanation()));
    }

    private static Optional<String> follows(Catalogue catalogue, Parent parent) {
        String name =
                catalogue
                        .recordType(parent.recordType())
                        .orElseThrow()
                        .singular()
                        .toLowerCase(Locale.ROOT);
        return switch (parent.follows()) {
            case NONE -> Optional.empty();
            case VIEW ->
                    Optional.of("Whoever may view the " + name + " it belongs to may view it too.");
            case ALL ->
                    Optional.of(
                            "Whoever may view the "
                                    + name
                                    + " it belongs to may view it too; whoever may change that may"
                                    + " create, change and delete it.");
        };
    }

    /** What somebody holds today, by whatever way, at any of their accounts. */
    HeldSets heldBy(Person me, String application, String draft, String person) {
        Moment moment = moments.of(me, application, draft, Optional.empty());
        Person known =
                moment.model()
                        .directory()
                        .person(person)
                        .orElseThrow(
                                () -> new NotFound("person", "There is nobody `" + person + "`."));
        governance.requireOnPerson(me, "view", known);
        Set<String> sets = new LinkedHashSet<>();
        Set<String> bounds = new LinkedHashSet<>();
        for (Persona persona : moment.model().personas().of(known.key())) {
            PersonAccess access = moment.access(persona);
            Explanation explanation = new Explanation(access.model(), access.who());
            for (Holding holding : access.holdings()) {
                sets.add(holding.set().key());
                if (!holding.assignment().bounds().equals(Bounds.NONE)) {
                    bounds.add(explanation.assignment(holding.assignment()));
                }
            }
        }
        return new HeldSets(List.copyOf(sets), List.copyOf(bounds));
    }

    /**
     * Who holds a role or a privilege set.
     *
     * @param draft id of a draft that is taken to be published; empty for none
     * @param role key of a role; empty for a set
     */
    HolderPage holders(
            Person me,
            String application,
            String draft,
            String role,
            String set,
            int page,
            int size) {
        Paging.check(page, size);
        Moment moment = moments.of(me, application, draft, Optional.empty());
        List<Held> seen = held(me, moment, role, set);
        return new HolderPage(
                Paging.slice(seen, page, size).stream().map(one -> holder(moment, one)).toList(),
                seen.size());
    }

    /** How many records those who hold it have, least to most; people as for {@link #holders}. */
    HolderRanges counts(Person me, String application, String draft, String role, String set) {
        Moment moment = moments.of(me, application, draft, Optional.empty());
        List<Persona> personas =
                held(me, moment, role, set).stream()
                        .map(Held::persona)
                        .filter(persona -> moment.model().active(moment.standpoint(persona)))
                        .distinct()
                        .toList();
        HolderCounts counts =
                HolderCounts.of(
                        moment,
                        personas,
                        governance.counting(me, models.model(application)),
                        LOOKED_AT_MOST);
        return new HolderRanges(
                counts.most()
                        .map(persona -> new Named(persona.person().key(), persona.person().name())),
                counts.cells().stream()
                        .map(
                                one ->
                                        new RangeShown(
                                                one.type().key(),
                                                one.operation().key(),
                                                one.least(),
                                                one.most()))
                        .toList(),
                personas.size(),
                counts.looked());
    }

    /** The holders whom whoever asks may see. */
    private List<Held> held(Person me, Moment moment, String role, String set) {
        Holders holders = new Holders(moment);
        List<Held> held =
                role.isEmpty() ? ofSet(moment, holders, set) : ofRole(moment, holders, role);
        Predicate<Person> visible = governance.mayView(me);
        return held.stream().filter(one -> visible.test(one.persona().person())).toList();
    }

    private static List<Held> ofRole(Moment moment, Holders holders, String role) {
        if (moment.model().design().role(role).isEmpty()) {
            throw new NotFound("role", "There is no role `" + role + "`.");
        }
        return holders.ofRole(role);
    }

    private static List<Held> ofSet(Moment moment, Holders holders, String set) {
        if (moment.model().design().set(set).isEmpty()) {
            throw new NotFound("set", "There is no privilege set `" + set + "`.");
        }
        return holders.ofSet(set);
    }

    private static Holder holder(Moment moment, Held held) {
        Persona persona = held.persona();
        Person person = persona.person();
        Explanation explanation = new Explanation(moment.model(), moment.standpoint(persona));
        return new Holder(
                person.key(),
                person.name(),
                person.external(),
                Words.of(person.status()),
                moment.model().directory().unitOrAccount(person, persona.account()),
                explanation.assignment(held.assignment()),
                explanation.through(held.assignment()),
                explanation.resting(held.assignment()));
    }
}
