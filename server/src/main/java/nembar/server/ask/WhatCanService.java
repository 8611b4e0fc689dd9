package nembar.server.ask;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.FieldLevel;
import nembar.core.design.Reach;
import nembar.core.directory.Person;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Words;
import nembar.server.ask.WhatCan.AreaRows;
import nembar.server.ask.WhatCan.Cell;
import nembar.server.ask.WhatCan.FieldRow;
import nembar.server.ask.WhatCan.FunctionRow;
import nembar.server.ask.WhatCan.Totals;
import nembar.server.ask.WhatCan.TypeRow;
import nembar.server.ask.WhatCan.Whom;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.http.RecordsAway;
import nembar.server.index.Numbers;
import nembar.server.index.RecordIndexes;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;
import org.springframework.stereotype.Service;

/** Answers "What can [person] do in [application]?" with one query for each record type. */
@Service
public class WhatCanService {
    private static final Optional<Counts> UNCOUNTED = Optional.empty();
    private static final Counts NONE = new Counts(0, Map.of());

    private final Records records;
    private final RecordIndexes indexes;
    private final Governance governance;
    private final Looks looks;

    WhatCanService(Records records, RecordIndexes indexes, Governance governance, Looks looks) {
        this.records = records;
        this.indexes = indexes;
        this.governance = governance;
        this.looks = looks;
    }

    /** The answer for an access of any model: also one that is only thought of. */
    public WhatCan answer(PersonAccess access, Person asking) {
        return answer(Question.of(access), asking, true);
    }

    /**
     * @param exact whether the records are counted, also where a record index has the numbers
     */
    WhatCan answer(Question question, Person asking, boolean exact) {
        Numbers numbers = new Numbers(records, indexes, question.model(), exact);
        WhatCan answer = assembled(question, asking, counted(question, numbers));
        return answer.asOf(numbers.asOf());
    }

    /**
     * The answer with all its numbers, for what is kept as a file.
     *
     * @throws RecordsAway where they cannot be had
     */
    WhatCan answerInFull(Question question, Person asking) {
        Numbers numbers = new Numbers(records, indexes, question.model(), true);
        return assembled(
                question, asking, type -> row(question, type, counts(question, numbers, type)));
    }

    /**
     * The answer in parts, each as soon as it is there.
     *
     * @param exact as for the whole
     * @param to what takes a part; an error it throws ends the work
     */
    void stream(Question question, Person asking, boolean exact, Consumer<WhatCanPart> to) {
        Numbers numbers = new Numbers(records, indexes, question.model(), exact);
        WhatCan outline = assembled(question, asking, type -> row(question, type, UNCOUNTED));
        to.accept(WhatCanPart.of(outline));
        List<TypeRow> rows = new ArrayList<>();
        for (AreaRows area : outline.areas()) {
            for (TypeRow of : area.types()) {
                RecordType type = question.type(of.key());
                try {
                    rows.add(row(question, type, counts(question, numbers, type)));
                } catch (RecordsAway away) {
                    to.accept(WhatCanPart.away(away.getMessage() + "."));
                    return;
                }
                to.accept(WhatCanPart.of(rows.get(rows.size() - 1)));
            }
        }
        to.accept(WhatCanPart.of(totals(rows), numbers.asOf()));
    }

    private WhatCan assembled(
            Question question, Person asking, Function<RecordType, TypeRow> rows) {
        List<AreaRows> areas = new ArrayList<>();
        for (Area area : question.model().catalogue().areas()) {
            List<RecordType> types =
                    question.model().catalogue().recordTypes().stream()
                            .filter(type -> type.area().equals(area.key()))
                            .toList();
            if (!types.isEmpty()) {
                areas.add(
                        new AreaRows(
                                area.key(),
                                area.name(),
                                area.stewards().map(question.explanation()::audience),
                                types.stream()
                                        .anyMatch(
                                                type ->
                                                        governance.guardedFrom(
                                                                asking, question.model(), type)),
                                types.stream().map(rows).toList()));
            }
        }
        return new WhatCan(
                whom(question, asking),
                new Named(question.application(), question.model().application().name()),
                question.explanation().holdings(question.access().holdings()),
                totals(areas.stream().flatMap(area -> area.types().stream()).toList()),
                areas,
                functions(question),
                Optional.empty());
    }

    private static Totals totals(List<TypeRow> rows) {
        return new Totals(
                rows.stream().mapToLong(TypeRow::total).sum(),
                rows.stream().mapToLong(row -> row.cells().get(0).records().orElse(0L)).sum(),
                rows.stream().mapToLong(row -> row.cells().get(1).records().orElse(0L)).sum());
    }

    /** Counts each type; once the records are away, none any more. */
    private static Function<RecordType, TypeRow> counted(Question question, Numbers numbers) {
        boolean[] away = {false};
        return type -> {
            if (!away[0]) {
                try {
                    return row(question, type, counts(question, numbers, type));
                } catch (RecordsAway gone) {
                    away[0] = true;
                }
            }
            return row(question, type, UNCOUNTED);
        };
    }

    /** All numbers of a type that may be told. */
    private static Optional<Counts> counts(Question question, Numbers numbers, RecordType type) {
        return Optional.of(numbers.of(type, question.told(type, sets(question.access(), type))));
    }

    private static List<RecordSet> sets(PersonAccess access, RecordType type) {
        List<RecordSet> sets = new ArrayList<>();
        for (Operation operation : type.operations()) {
            if (!operation.equals(Operation.CREATE)) {
                Coverage coverage = access.coverage(type, operation);
                sets.add(coverage.records());
                sets.add(coverage.granted());
                sets.add(coverage.grantedByPrivilege());
            }
        }
        for (Field field : type.fields()) {
            FieldCoverage coverage = access.field(type, field);
            sets.add(coverage.masked());
            sets.add(coverage.viewed());
            sets.add(coverage.changed());
        }
        return sets;
    }

    private static TypeRow row(Question question, RecordType type, Optional<Counts> counts) {
        PersonAccess access = question.access();
        return new TypeRow(
                type.key(),
                type.singular(),
                type.plural(),
                counts.isPresent(),
                counts.map(Counts::total).orElse(0L),
                type.operations().stream()
                        .map(one -> cell(access.coverage(type, one), counts))
                        .toList(),
                type.fields().stream()
                        .map(field -> fieldRow(access.field(type, field), counts))
                        .toList());
    }

    private static Cell cell(Coverage coverage, Optional<Counts> counted) {
        boolean uncounted = coverage.operation().equals(Operation.CREATE) || counted.isEmpty();
        Counts counts = counted.orElse(NONE);
        RecordSet set = coverage.records();
        boolean granted = !set.equals(RecordSet.NOTHING);
        return new Cell(
                coverage.operation().key(),
                coverage.operation().label(),
                coverage.widestReach().notches(),
                coverage.widestReach().notches() == 0 ? "" : coverage.widestReach().words(),
                uncounted ? Optional.empty() : counts.told(set),
                granted,
                coverage.widestReach() == Reach.ALL && !set.equals(RecordSet.EVERYTHING),
                set.words(),
                uncounted
                        ? 0
                        : counts.more(coverage.granted(), coverage.grantedByPrivilege()).orElse(0L),
                uncounted ? 0 : counts.more(coverage.granted(), set).orElse(0L));
    }

    private static FieldRow fieldRow(FieldCoverage coverage, Optional<Counts> counted) {
        Counts counts = counted.orElse(NONE);
        Field field = coverage.field();
        long changed = counts.told(coverage.changed()).orElse(0L);
        long viewed = counts.told(coverage.viewed()).orElse(0L);
        long masked = counts.more(coverage.masked(), coverage.viewed()).orElse(0L);
        FieldLevel level = FieldLevel.HIDDEN;
        if (changed > 0) {
            level = FieldLevel.CHANGE;
        } else if (viewed > 0) {
            level = FieldLevel.VIEW;
        } else if (masked > 0) {
            level = FieldLevel.MASKED;
        }
        return new FieldRow(
                field.key(),
                field.label(),
                field.guarded(),
                List.copyOf(field.classifications()),
                Words.of(level),
                changed,
                viewed,
                masked);
    }

    private static List<FunctionRow> functions(Question question) {
        List<FunctionRow> rows = new ArrayList<>();
        for (nembar.core.catalogue.Function function : question.model().catalogue().functions()) {
            rows.add(
                    new FunctionRow(
                            function.key(),
                            function.name(),
                            function.area(),
                            question.access().function(function).level(),
                            function.levels()));
        }
        return rows;
    }

    private Whom whom(Question question, Person asking) {
        Standpoint who = question.access().who();
        Person person = who.person();
        List<Named> accounts = person.accounts().stream().map(key -> named(question, key)).toList();
        return new Whom(
                person.key(),
                person.name(),
                Words.of(person.kind()),
                Words.of(person.status()),
                question.model().directory().unitName(person),
                who.account().map(key -> named(question, key)),
                accounts,
                question.access().inactive().map(question.explanation()::missing),
                governance.mayOnPerson(asking, "look_through", person),
                looks.reasonWanted(asking, person, question.model().application()));
    }

    private static Named named(Question question, String account) {
        return new Named(account, question.model().directory().accountName(account));
    }
}
