package nembar.core.review;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.Grant;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.Route;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.SharingRule;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.words.Explanation;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;

/** What one right is: in words, and as records that it opens to whoever holds it. */
public final class RightShown {
    private final AccessModel model;
    private final Right right;
    private final Element element;
    private final Person holder;
    private final List<PersonAccess> seats;

    /** Of a right that stands at the moment. */
    public RightShown(Moment moment, Right right) {
        this.model = moment.model();
        this.right = right;
        this.element = model.element(right.kind(), right.element()).orElseThrow();
        this.holder = model.directory().person(right.person()).orElseThrow();
        this.seats = seats(moment);
    }

    private List<PersonAccess> seats(Moment moment) {
        List<PersonAccess> seats = new ArrayList<>();
        if (element instanceof Delegation delegation) {
            for (Persona persona : model.personas().of(delegation.principal())) {
                Standpoint who =
                        new Standpoint(persona.person(), persona.account(), moment.at(), true);
                seats.add(moment.access(who.through(delegation)));
            }
            return seats;
        }
        for (Persona persona : model.personas().of(holder.key())) {
            Standpoint who = new Standpoint(holder, persona.account(), moment.at(), true);
            if (model.has(Rights.audience(element), who)) {
                seats.add(moment.access(who));
            }
        }
        return seats;
    }

    /** What is held: "Dispatcher, Sorrel Delta and below". */
    public String what() {
        if (element instanceof Assignment one) {
            return Explanation.ofDesign(model).assignment(one);
        }
        return new Sentences(model).of(element).map(Sentence::text).orElse(right.element());
    }

    /** How it comes to whoever holds it: "member of Delta Dispatch"; empty where that is said. */
    public String through() {
        return element instanceof Assignment one && !seats.isEmpty()
                ? new Explanation(model, seats.get(0).who()).through(one)
                : "";
    }

    /** What an assignment gives, for comparing; empty for everything else. */
    public Optional<Assignment.Gives> gives() {
        return element instanceof Assignment one ? Optional.of(one.gives()) : Optional.empty();
    }

    /** Since when it is given; empty where that is not known. */
    public Optional<Instant> since() {
        Optional<Instant> from = Rights.times(element).from();
        return from.isEmpty() && element instanceof Assignment one ? one.givenAt() : from;
    }

    /** Until when it is given; empty for as long as nobody ends it. */
    public Optional<Instant> until() {
        return Rights.times(element).until();
    }

    /** Why it was given; may be empty. */
    public String reason() {
        if (element instanceof Assignment one) {
            return one.reason();
        }
        if (element instanceof SharingRule one) {
            return one.reason();
        }
        return element instanceof DirectShare one ? one.reason() : ((Delegation) element).reason();
    }

    /** The records of a type that it opens, by operation; those of which it opens none left out. */
    public Map<Operation, RecordSet> records(RecordType type) {
        Map<Operation, RecordSet> records = new LinkedHashMap<>();
        for (Operation operation : type.operations()) {
            RecordSet some =
                    RecordSet.anyOf(
                            seats.stream().map(seat -> records(seat, type, operation)).toList());
            if (!some.equals(RecordSet.NOTHING)) {
                records.put(operation, some);
            }
        }
        return records;
    }

    private RecordSet records(PersonAccess seat, RecordType type, Operation operation) {
        if (element instanceof Delegation) {
            return seat.records(type, operation);
        }
        Coverage all = seat.coverage(type, operation);
        List<Grant> its = all.grants().stream().filter(one -> comesBy(one.route())).toList();
        return new Coverage(type, operation, its, List.of(), all.cuts()).records();
    }

    private boolean comesBy(Route route) {
        if (route instanceof Route.ByAssignment by) {
            return by.holding().assignment().equals(element);
        }
        if (route instanceof Route.BySharing by) {
            return by.rule().equals(element);
        }
        return route instanceof Route.ByShare by && by.share().equals(element);
    }
}
