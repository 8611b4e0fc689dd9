package nembar.core.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Grant;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Design;
import nembar.core.design.Expectation;
import nembar.core.design.FieldLevel;
import nembar.core.directory.Audience;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Unit;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Draws;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;

/** What holds for every answer (docs/access-model.md, sections 6 to 8). */
class AnswerLaws {
    @Law(tries = 300)
    void theInverseRestoresExactly(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        Design before = world.model().design();
        List<Change> changes = world.changes();
        Design after = Changes.apply(before, changes);
        assertThat(Changes.apply(after, Changes.inverse(before, changes))).isEqualTo(before);
        assertThat(Changes.apply(before, Changes.between(before, after))).isEqualTo(after);
        assertThat(Changes.apply(after, Changes.between(after, before))).isEqualTo(before);
        assertThat(Changes.between(before, before)).isEmpty();
    }

    @Law(tries = 100)
    void whatNothingNamesCanBeTakenOut(Draws draws) {
        AccessModel model = new RandomWorld(draws).model();
        for (Element element : model.design().elements()) {
            if (!element.kind().named()) {
                AccessModel without = Changes.apply(model, List.of(Change.Remove.of(element)));
                assertThat(without.design().elements())
                        .hasSize(model.design().elements().size() - 1);
            }
        }
    }

    @Law(tries = 300)
    void impactIsTheDifferenceOfTheTwoEffectiveAccesses(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        AccessModel next = Changes.apply(model, world.changes());
        Moment before = new Moment(model, Harbour.NOW);
        Moment after = new Moment(next, Harbour.NOW);
        Map<Persona, Difference> changed = new HashMap<>();
        Impact.of(before, after)
                .people()
                .forEach(one -> changed.put(one.persona(), one.difference()));
        for (Persona persona : model.personas().all()) {
            Difference difference =
                    changed.getOrDefault(persona, new Difference(List.of(), List.of(), List.of()));
            PersonAccess was = new PersonAccess(model, before.standpoint(persona));
            PersonAccess is = new PersonAccess(next, after.standpoint(persona));
            for (RecordType type : model.catalogue().recordTypes()) {
                for (GovernedRecord record : world.fleet().of(type.key())) {
                    operations(world, difference, was, is, type, record);
                    fields(world, difference, was, is, type, record);
                }
            }
            model.catalogue()
                    .functions()
                    .forEach(
                            one ->
                                    assertThat(
                                                    was.function(one)
                                                            .level()
                                                            .equals(is.function(one).level()))
                                            .isEqualTo(
                                                    difference.functions().stream()
                                                            .noneMatch(
                                                                    of ->
                                                                            of.function()
                                                                                    .equals(one))));
        }
    }

    /** One of a class speaks for the others: nobody whom a move changes may be missed by that. */
    @Law(tries = 300)
    void aMovesImpactIsWhatEachPersonGainsAndLoses(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        AccessModel next = model.withDirectory(model.directory().with(moves(model, draws)));
        Moment before = new Moment(model, Harbour.NOW);
        Moment after = new Moment(next, Harbour.NOW);
        Set<String> told = new TreeSet<>();
        Impact.of(before, after).people().forEach(one -> told.add(persona(one.persona())));
        Set<String> differ = new TreeSet<>();
        for (Persona persona : next.personas().all()) {
            model.personas().of(persona.person().key()).stream()
                    .filter(was -> was.account().equals(persona.account()))
                    .filter(
                            was ->
                                    !Difference.between(
                                                    new PersonAccess(model, before.standpoint(was)),
                                                    new PersonAccess(
                                                            next, after.standpoint(persona)))
                                            .none())
                    .forEach(was -> differ.add(persona(was)));
        }
        told.retainAll(common(model, next));
        assertThat(told).isEqualTo(differ);
    }

    private static Set<String> common(AccessModel one, AccessModel other) {
        Set<String> common =
                one.personas().all().stream().map(AnswerLaws::persona).collect(Collectors.toSet());
        common.retainAll(
                other.personas().all().stream()
                        .map(AnswerLaws::persona)
                        .collect(Collectors.toSet()));
        return common;
    }

    private static String persona(Persona persona) {
        return persona.person().key() + " for " + persona.account().orElse("nobody");
    }

    /** Somebody goes to another unit, somebody under another manager, somebody is suspended. */
    private static Edits moves(AccessModel model, Random random) {
        List<Person> people = model.directory().people();
        List<Unit> units = model.directory().units();
        Person moved = people.get(random.nextInt(people.size()));
        moved = moved.withUnit(Optional.of(units.get(random.nextInt(units.size())).key()));
        Person manager = people.get(random.nextInt(people.size()));
        boolean circle = model.directory().personAndReports(moved.key()).contains(manager.key());
        if (!circle) {
            moved = moved.withManager(Optional.of(manager.key()));
        }
        Person out = people.get(random.nextInt(people.size()));
        return Edits.ofPeople(
                out.key().equals(moved.key())
                        ? List.of(moved)
                        : List.of(moved, out.withStatus(PersonStatus.SUSPENDED)));
    }

    private static void operations(
            RandomWorld world,
            Difference difference,
            PersonAccess was,
            PersonAccess is,
            RecordType type,
            GovernedRecord record) {
        for (Operation operation : type.operations()) {
            boolean before = was.allows(type, operation, record, world.fleet());
            boolean after = is.allows(type, operation, record, world.fleet());
            Optional<Difference.OfOperation> of =
                    difference.operations().stream()
                            .filter(one -> one.type().equals(type))
                            .filter(one -> one.operation().equals(operation))
                            .findFirst();
            assertThat(in(of.map(Difference.OfOperation::gained), world, type, record))
                    .isEqualTo(after && !before);
            assertThat(in(of.map(Difference.OfOperation::lost), world, type, record))
                    .isEqualTo(before && !after);
        }
    }

    private static void fields(
            RandomWorld world,
            Difference difference,
            PersonAccess was,
            PersonAccess is,
            RecordType type,
            GovernedRecord record) {
        for (Field field : type.fields()) {
            boolean asTheRecord =
                    !field.guarded()
                            && was.field(type, field).filters().isEmpty()
                            && is.field(type, field).filters().isEmpty();
            if (asTheRecord) {
                continue;
            }
            FieldLevel before = was.field(type, field).levelOn(record, world.fleet());
            FieldLevel after = is.field(type, field).levelOn(record, world.fleet());
            Optional<Difference.OfField> view =
                    difference.fields().stream()
                            .filter(one -> one.type().equals(type) && one.field().equals(field))
                            .filter(one -> one.level() == FieldLevel.VIEW)
                            .findFirst();
            boolean saw = before.compareTo(FieldLevel.VIEW) >= 0;
            boolean sees = after.compareTo(FieldLevel.VIEW) >= 0;
            assertThat(in(view.map(Difference.OfField::gained), world, type, record))
                    .isEqualTo(sees && !saw);
            assertThat(in(view.map(Difference.OfField::lost), world, type, record))
                    .isEqualTo(saw && !sees);
        }
    }

    private static boolean in(
            Optional<RecordSet> set, RandomWorld world, RecordType type, GovernedRecord record) {
        return set.filter(one -> one.contains(record, type, world.fleet())).isPresent();
    }

    @Law(tries = 150)
    void whoCanIsEverybodyWhoMay(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        Moment moment = new Moment(model, Harbour.NOW);
        for (RecordType type : model.catalogue().recordTypes()) {
            for (GovernedRecord record : world.fleet().of(type.key())) {
                for (Operation operation : type.operations()) {
                    Set<Persona> expected = new HashSet<>();
                    for (Persona persona : model.personas().all()) {
                        if (new PersonAccess(model, moment.standpoint(persona))
                                .allows(type, operation, record, world.fleet())) {
                            expected.add(persona);
                        }
                    }
                    assertThat(
                                    new WhoCan(moment)
                                            .on(type, operation, record, world.fleet()).stream()
                                                    .map(WhoCan.Able::persona)
                                                    .collect(Collectors.toSet()))
                            .isEqualTo(expected);
                }
                Field field = type.fields().get(type.fields().size() - 1);
                new WhoCan(moment)
                        .onField(type, field, record, world.fleet())
                        .forEach(
                                one ->
                                        assertThat(
                                                        moment.access(one.persona())
                                                                .field(type, field)
                                                                .levelOn(record, world.fleet()))
                                                .isEqualTo(one.level()));
            }
        }
    }

    /** The ways that are told of a class are those of each of its people. */
    @Law(tries = 100)
    void whoCanSaysByWhatEachCameByIt(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        Moment moment = new Moment(model, Harbour.NOW);
        WhoCan who = new WhoCan(moment);
        for (RecordType type : model.catalogue().recordTypes()) {
            for (GovernedRecord record : world.fleet().of(type.key())) {
                who.on(type, Operation.VIEW, record, world.fleet())
                        .forEach(
                                one ->
                                        assertThat(one.ways().get())
                                                .isEqualTo(ways(one.decision().grants())));
            }
            who.onAny(type, Operation.VIEW)
                    .forEach(
                            one ->
                                    assertThat(one.ways().get())
                                            .isEqualTo(
                                                    ways(
                                                            moment.access(one.persona())
                                                                    .coverage(type, Operation.VIEW)
                                                                    .grants())));
        }
    }

    private static Set<Way> ways(List<Grant> grants) {
        return grants.stream().map(Way::of).collect(Collectors.toSet());
    }

    @Law(tries = 150)
    void canNeverAgreesWithWhoCan(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        Moment moment = new Moment(model, Harbour.NOW);
        Audience everybody =
                Audience.anyOf(
                        new Audience.AllStaff(),
                        new Audience.AllExternals(),
                        new Audience.OnePerson("tug"));
        for (RecordType type : model.catalogue().recordTypes()) {
            for (Operation operation : type.operations()) {
                if (operation.equals(Operation.CREATE)) {
                    continue;
                }
                Expectation never =
                        new Expectation(
                                "never",
                                "never",
                                everybody,
                                Expectation.Claim.CAN_NEVER,
                                new Expectation.Target.OnRecords(
                                        type.key(), operation.key(), Optional.empty()),
                                Optional.empty(),
                                "",
                                Expectation.Severity.ERROR);
                Proof proof = Proof.of(moment, never, new FleetCounting(world.fleet()));
                boolean nobody =
                        world.fleet().of(type.key()).stream()
                                .allMatch(
                                        record ->
                                                new WhoCan(moment)
                                                        .on(type, operation, record, world.fleet())
                                                        .isEmpty());
                assertThat(proof.holds()).isEqualTo(nobody);
                proof.counterExample()
                        .ifPresent(
                                one ->
                                        assertThat(
                                                        moment.access(one.persona())
                                                                .allows(
                                                                        type,
                                                                        operation,
                                                                        world.fleet()
                                                                                .record(
                                                                                        type,
                                                                                        one.record()
                                                                                                .orElseThrow())
                                                                                .orElseThrow(),
                                                                        world.fleet()))
                                                .isTrue());
            }
        }
    }

    @Law(tries = 60)
    void eachMendTurnsTheNoIntoAYesAndOpensExactlyWhatItSaid(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        Moment moment = new Moment(model, Harbour.NOW);
        RecordType type = model.catalogue().recordType("trip").orElseThrow();
        GovernedRecord record = world.fleet().of("trip").get(0);
        for (Persona persona : model.personas().all()) {
            List<Mend> mends =
                    new Mending(
                                    moment,
                                    persona,
                                    type,
                                    Operation.CHANGE,
                                    record,
                                    world.fleet(),
                                    new FleetCounting(world.fleet()))
                            .mends();
            if (moment.access(persona).allows(type, Operation.CHANGE, record, world.fleet())) {
                assertThat(mends).isEmpty();
            }
            long cheapest = 0;
            for (Mend mend : mends) {
                AccessModel mended = Changes.apply(model, mend.changes());
                assertThat(
                                new PersonAccess(mended, moment.standpoint(persona))
                                        .allows(type, Operation.CHANGE, record, world.fleet()))
                        .isTrue();
                opensExactly(world, moment, mended, mend, persona);
                assertThat(mend.records()).isGreaterThanOrEqualTo(cheapest);
                cheapest = mend.records();
            }
        }
    }

    private static void opensExactly(
            RandomWorld world, Moment moment, AccessModel mended, Mend mend, Persona asked) {
        long records = 0;
        Set<String> people = new TreeSet<>(Set.of(asked.person().key()));
        for (Persona persona : mended.personas().all()) {
            PersonAccess was = moment.access(persona);
            PersonAccess is = new PersonAccess(mended, moment.standpoint(persona));
            for (RecordType type : mended.catalogue().recordTypes()) {
                for (Operation operation : type.operations()) {
                    for (GovernedRecord record : world.fleet().of(type.key())) {
                        boolean opened =
                                !operation.equals(Operation.CREATE)
                                        && is.allows(type, operation, record, world.fleet())
                                        && !was.allows(type, operation, record, world.fleet());
                        if (opened) {
                            records++;
                            people.add(persona.person().key());
                        }
                    }
                }
            }
        }
        assertThat(mend.records()).as("%s", mend).isEqualTo(records);
        assertThat(mend.people()).as("%s", mend).isEqualTo(people);
    }
}
