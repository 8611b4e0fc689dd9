package nembar.core.governance;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.answers.Conditions;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.decision.PersonAccess;
import nembar.core.design.AccountFilter;
import nembar.core.design.Design;
import nembar.core.design.Expectation;
import nembar.core.model.AccessModel;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;

/**
 * What somebody may learn of records while designing (docs/access-model.md, section 10): a
 * condition speaks only of what its writer may view, and numbers that rest on what somebody may not
 * view are kept from them.
 */
public final class Disclosure {
    private final AccessModel model;
    private final List<PersonAccess> accesses;
    private final List<Standpoint> standpoints;

    /**
     * @param model the published one: what is only drafted shows nobody anything
     */
    public Disclosure(AccessModel model, List<Standpoint> standpoints) {
        this.model = model;
        this.standpoints = standpoints;
        this.accesses = standpoints.stream().map(who -> new PersonAccess(model, who)).toList();
    }

    /** Whether the number of records in the set may be told, and which they are. */
    public boolean mayCount(RecordType type, RecordSet set) {
        return !guarded(type) && set.fold(new Open(type));
    }

    /** Whether the type is in a guarded area of which the person is no steward. */
    private boolean guarded(RecordType type) {
        return asPublished(type).anyMatch(this::guardedAsPublished);
    }

    private boolean guardedAsPublished(RecordType type) {
        return standpoints.stream().allMatch(who -> model.guardedFrom(type, who));
    }

    /**
     * What is published of the records of a type, which may be only drafted: the types of its
     * table. A type of a table that nobody governs yet stands for itself.
     */
    private Stream<RecordType> asPublished(RecordType type) {
        List<RecordType> known =
                model.catalogue().recordTypes().stream()
                        .filter(one -> one.table().equals(type.table()))
                        .toList();
        return known.isEmpty() ? Stream.of(type) : known.stream();
    }

    /** Whether each part of a set rests on nothing that is kept from the person. */
    private final class Open implements RecordSet.Cases<Boolean> {
        private final RecordType type;

        Open(RecordType type) {
            this.type = type;
        }

        @Override
        public Boolean everything() {
            return true;
        }

        @Override
        public Boolean nothing() {
            return true;
        }

        @Override
        public Boolean among(RecordSet.Among set) {
            return wholly(type, set.field());
        }

        @Override
        public Boolean allOf(RecordSet.AllOf set) {
            return set.sets().stream().allMatch(one -> one.fold(this));
        }

        @Override
        public Boolean anyOf(RecordSet.AnyOf set) {
            return set.sets().stream().allMatch(one -> one.fold(this));
        }

        @Override
        public Boolean parentIn(RecordSet.ParentIn set) {
            return mayCount(set.parent(), set.parents());
        }

        @Override
        public Boolean childIn(RecordSet.ChildIn set) {
            return mayCount(set.child(), set.children());
        }

        @Override
        public Boolean where(RecordSet.Where set) {
            return fields(set.condition()).allMatch(field -> wholly(type, field));
        }

        @Override
        public Boolean less(RecordSet.Less set) {
            return set.of().fold(this) && set.without().fold(this);
        }
    }

    private static Stream<String> fields(Expression condition) {
        return condition.properties().stream().filter(name -> !name.startsWith("user."));
    }

    /** Whether the field is open, or the person views it on every record. */
    private boolean wholly(RecordType type, String key) {
        return viewed(type, key).allMatch(some -> some.contains(RecordSet.EVERYTHING));
    }

    private boolean somewhere(RecordType type, String key) {
        return viewed(type, key)
                .allMatch(some -> some.stream().anyMatch(one -> !one.equals(RecordSet.NOTHING)));
    }

    /**
     * On which records the person views what the field holds, for each way in which it is published
     * as guarded; none where it is open.
     */
    private Stream<List<RecordSet>> viewed(RecordType type, String key) {
        Optional<Field> asked = type.field(key);
        return asPublished(type)
                .flatMap(
                        known ->
                                known.fields().stream()
                                        .filter(Field::guarded)
                                        .filter(
                                                one ->
                                                        asked.filter(as -> holds(one, as))
                                                                .isPresent())
                                        .map(
                                                one ->
                                                        accesses.stream()
                                                                .map(
                                                                        access ->
                                                                                access.field(
                                                                                                known,
                                                                                                one)
                                                                                        .viewed())
                                                                .toList()));
    }

    /** Whether the two may show the same: by their key, or by a column. */
    private static boolean holds(Field one, Field other) {
        return one.key().equals(other.key())
                || one.link().equals(other.link())
                        && one.columns().stream()
                                .anyMatch(
                                        column ->
                                                other.columns().stream()
                                                        .anyMatch(
                                                                as ->
                                                                        as.name()
                                                                                .equals(
                                                                                        column
                                                                                                .name())));
    }

    private boolean views(RecordType type) {
        return !guarded(type)
                || accesses.stream()
                        .anyMatch(
                                one ->
                                        !one.records(type, Operation.VIEW)
                                                .equals(RecordSet.NOTHING));
    }

    /** A condition, the element it stands in, and the types of the records it is about. */
    private record Said(String path, List<String> types, Condition condition) {}

    /** What is wrong with the conditions that the second design has and the first has not. */
    public List<Problem> unreadable(Design before, Design after) {
        List<Said> known = said(before);
        List<Problem> problems = new ArrayList<>();
        for (Said one : said(after)) {
            if (!known.contains(one)) {
                one.types().stream()
                        .flatMap(key -> model.catalogue().recordType(key).stream())
                        .flatMap(type -> unreadable(type, one.condition()).stream())
                        .findFirst()
                        .ifPresent(why -> problems.add(new Problem(one.path(), why)));
            }
        }
        return problems;
    }

    private Optional<String> unreadable(RecordType type, Condition condition) {
        List<String> fields = fields(condition.expression()).toList();
        if (!fields.isEmpty() && !views(type)) {
            String area = model.catalogue().area(type.area()).map(Area::name).orElse("");
            return Optional.of(
                    "a condition speaks only of what whoever writes it may view: "
                            + type.plural()
                            + " are in "
                            + area
                            + ", which is guarded");
        }
        return fields.stream()
                .filter(field -> !somewhere(type, field))
                .findFirst()
                .map(
                        field ->
                                "a condition speaks only of what whoever writes it may view: `"
                                        + field
                                        + "` of "
                                        + type.plural()
                                        + " is a guarded field that you do not see");
    }

    private List<Said> said(Design design) {
        List<Said> said = new ArrayList<>();
        for (Conditions.Used one : Conditions.of(design)) {
            List<String> types = one.recordType().stream().toList();
            if (one.element() instanceof AccountFilter filter) {
                types =
                        model.catalogue().recordTypes().stream()
                                .filter(filter::binds)
                                .map(RecordType::key)
                                .toList();
            }
            said.add(
                    new Said(
                            one.element().kind().path(one.element().key()),
                            types,
                            one.condition()));
        }
        for (Expectation one : design.expectations()) {
            if (one.target() instanceof Expectation.Target.OnRecords of) {
                of.condition()
                        .ifPresent(
                                condition ->
                                        said.add(
                                                new Said(
                                                        one.kind().path(one.key()),
                                                        List.of(of.recordType()),
                                                        condition)));
            }
        }
        return said;
    }
}
