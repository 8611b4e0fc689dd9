package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/**
 * Holds records that change hands against the standing rules (docs/access-model.md, section 10):
 * what anybody comes to reach of records that there are, when their owner is another, is given.
 */
public final class HandOverRules {
    private final AccessModel model;
    private final Person from;
    private final Person to;
    private final Set<RecordType> types;
    private final Instant at;

    private HandOverRules(
            AccessModel model, Person from, Person to, Collection<RecordType> types, Instant at) {
        this.model = model;
        this.from = from;
        this.to = to;
        this.types = new HashSet<>(types);
        this.at = at;
    }

    /**
     * What stands against one person's records of some types going to another.
     *
     * @param counting counts the records that there are
     */
    public static List<Objection> of(
            AccessModel nembar,
            AccessModel model,
            Person from,
            Person to,
            Collection<RecordType> types,
            Author author,
            Set<String> approvers,
            Instant at,
            Counting counting) {
        HandOverRules rules = new HandOverRules(model, from, to, types, at);
        return Objection.standing(
                rules.objections(nembar, author, rules.gains(counting)), approvers);
    }

    private List<Objection> objections(
            AccessModel nembar, Author author, Map<Persona, Set<RecordType>> gains) {
        List<Objection> objections = new ArrayList<>();
        Authority own = new Authority(nembar, author.acting(), at);
        Approvers approvers = new Approvers(nembar, at);
        for (Area area : model.catalogue().areas()) {
            boolean inside =
                    area.guarded()
                            && gains.values().stream()
                                    .flatMap(Set::stream)
                                    .anyMatch(type -> type.area().equals(area.key()));
            if (inside && !own.stewards(model, area, at)) {
                objections.add(
                        new Objection(
                                Rule.GUARDED_AREA,
                                "It would hand records of "
                                        + area.name()
                                        + ", which is guarded, over to "
                                        + to.name()
                                        + ": a steward has to agree.",
                                List.of(to.key()),
                                approvers.stewards(model, area)));
            }
        }
        approvers.beyond(own, gains.keySet()).ifPresent(objections::add);
        objections.addAll(approvers.ownAccess(author, gains.keySet()));
        return objections;
    }

    /**
     * Who would reach records that there are and that they do not reach now, and of which types.
     */
    private Map<Persona, Set<RecordType>> gains(Counting counting) {
        Moment moment = new Moment(model, at, true);
        Set<Persona> looked = new LinkedHashSet<>(model.personas().of(to.key()));
        moment.classes().forEach(personas -> looked.add(personas.get(0)));
        model.personas().all().stream()
                .filter(
                        persona ->
                                model.directory()
                                        .personAndReports(persona.person().key())
                                        .contains(to.key()))
                .forEach(looked::add);
        Map<RecordType, Map<Persona, RecordSet>> asked = new LinkedHashMap<>();
        for (Persona persona : looked) {
            for (RecordType type : model.catalogue().recordTypes()) {
                List<RecordSet> gained = new ArrayList<>();
                for (Operation operation : type.operations()) {
                    if (!operation.equals(Operation.CREATE)) {
                        gained.add(gained(type, moment.access(persona).records(type, operation)));
                    }
                }
                RecordSet any = RecordSet.anyOf(gained);
                if (!any.equals(RecordSet.NOTHING)) {
                    asked.computeIfAbsent(type, none -> new LinkedHashMap<>()).put(persona, any);
                }
            }
        }
        Map<Persona, Set<RecordType>> gains = new LinkedHashMap<>();
        asked.forEach(
                (type, sets) -> {
                    Map<RecordSet, Long> counts =
                            counting.count(type, new LinkedHashSet<>(sets.values()));
                    sets.forEach(
                            (persona, set) -> {
                                if (counts.get(set) != 0) {
                                    gains.computeIfAbsent(persona, none -> new LinkedHashSet<>())
                                            .add(type);
                                }
                            });
                });
        return gains;
    }

    private RecordSet gained(RecordType type, RecordSet before) {
        RecordSet after = before.fold(new Handed(type));
        RecordSet gained = RecordSet.less(after, before);
        Optional<String> owner = owner(type);
        return owner.isEmpty()
                ? gained
                : RecordSet.allOf(
                        RecordSet.among(owner.get(), new TreeSet<>(Set.of(from.key())), ""),
                        gained);
    }

    private Optional<String> owner(RecordType type) {
        return types.contains(type) ? type.places().owner() : Optional.empty();
    }

    /** The records of today that would be in the set with their owners as they will be. */
    private final class Handed implements RecordSet.Cases<RecordSet> {
        private final RecordType type;

        Handed(RecordType type) {
            this.type = type;
        }

        @Override
        public RecordSet everything() {
            return RecordSet.EVERYTHING;
        }

        @Override
        public RecordSet nothing() {
            return RecordSet.NOTHING;
        }

        @Override
        public RecordSet among(RecordSet.Among set) {
            if (!owner(type).equals(Optional.of(set.field()))) {
                return set;
            }
            TreeSet<String> keys = new TreeSet<>(set.keys());
            boolean in = keys.contains(to.key());
            boolean same = in ? !keys.add(from.key()) : !keys.remove(from.key());
            return same ? set : RecordSet.among(set.field(), keys, set.words());
        }

        @Override
        public RecordSet allOf(RecordSet.AllOf set) {
            return RecordSet.allOf(set.sets().stream().map(one -> one.fold(this)).toList());
        }

        @Override
        public RecordSet anyOf(RecordSet.AnyOf set) {
            return RecordSet.anyOf(set.sets().stream().map(one -> one.fold(this)).toList());
        }

        @Override
        public RecordSet parentIn(RecordSet.ParentIn set) {
            return RecordSet.parentIn(
                    set.parent(), set.through(), set.parents().fold(new Handed(set.parent())));
        }

        @Override
        public RecordSet childIn(RecordSet.ChildIn set) {
            return RecordSet.childIn(
                    set.child(), set.through(), set.children().fold(new Handed(set.child())));
        }

        /** What speaks of the owner may come to hold. */
        @Override
        public RecordSet where(RecordSet.Where set) {
            boolean speaks = owner(type).filter(set.condition().properties()::contains).isPresent();
            return speaks ? RecordSet.EVERYTHING : set;
        }

        @Override
        public RecordSet less(RecordSet.Less set) {
            return set.of().fold(this);
        }
    }
}
