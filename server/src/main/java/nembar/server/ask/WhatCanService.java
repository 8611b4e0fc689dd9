package nembar.server.ask;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.Coverage;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FieldLevel;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Reach;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;
import nembar.core.model.Standpoint;
import nembar.server.ask.WhatCan.AreaRows;
import nembar.server.ask.WhatCan.Cell;
import nembar.server.ask.WhatCan.FieldRow;
import nembar.server.ask.WhatCan.FunctionRow;
import nembar.server.ask.WhatCan.Totals;
import nembar.server.ask.WhatCan.TypeRow;
import nembar.server.ask.WhatCan.Whom;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;
import org.springframework.stereotype.Service;

/** Answers "What can [person] do in [application]?" with one query for each record type. */
@Service
public class WhatCanService {
    private final Records records;
    private final Governance governance;
    private final Looks looks;

    WhatCanService(Records records, Governance governance, Looks looks) {
        this.records = records;
        this.governance = governance;
        this.looks = looks;
    }

    /** The answer for an access of any model: also one that is only thought of. */
    public WhatCan answer(PersonAccess access, Person asking) {
        return answer(Question.of(access), asking);
    }

    WhatCan answer(Question question, Person asking) {
        List<AreaRows> areas = new ArrayList<>();
        long total = 0;
        long viewed = 0;
        long changed = 0;
        for (Area area : question.model().catalogue().areas()) {
            List<TypeRow> types = new ArrayList<>();
            boolean guarded = false;
            for (RecordType type : question.model().catalogue().recordTypes()) {
                if (type.area().equals(area.key())) {
                    TypeRow row = typeRow(question, type);
                    types.add(row);
                    guarded |= governance.guardedFrom(asking, question.model(), type);
                    total += row.total();
                    viewed += row.cells().get(0).records().orElse(0L);
                    changed += row.cells().get(1).records().orElse(0L);
                }
            }
            if (!types.isEmpty()) {
                areas.add(
                        new AreaRows(
                                area.key(),
                                area.name(),
                                area.stewards().map(question.telling()::audience),
                                guarded,
                                types));
            }
        }
        return new WhatCan(
                whom(question, asking),
                new Named(question.application(), question.model().application().name()),
                question.telling().holdings(question.access().holdings()),
                new Totals(total, viewed, changed),
                areas,
                functions(question));
    }

    private TypeRow typeRow(Question question, RecordType type) {
        PersonAccess access = question.access();
        List<Coverage> coverages =
                type.operations().stream().map(one -> access.coverage(type, one)).toList();
        List<FieldCoverage> fields =
                type.fields().stream().map(field -> access.field(type, field)).toList();
        List<RecordSet> sets = new ArrayList<>();
        for (Coverage coverage : coverages) {
            if (!coverage.operation().equals(Operation.CREATE)) {
                sets.add(coverage.records());
                sets.add(coverage.granted());
                sets.add(coverage.grantedByPrivilege());
            }
        }
        for (FieldCoverage field : fields) {
            sets.add(field.masked());
            sets.add(field.viewed());
            sets.add(field.changed());
        }
        Counts counts = question.count(records, type, sets);
        return new TypeRow(
                type.key(),
                type.singular(),
                type.plural(),
                counts.total(),
                coverages.stream().map(coverage -> cell(coverage, counts)).toList(),
                fields.stream().map(field -> fieldRow(field, counts)).toList());
    }

    private static Cell cell(Coverage coverage, Counts counts) {
        boolean create = coverage.operation().equals(Operation.CREATE);
        RecordSet set = coverage.records();
        boolean granted = !set.equals(RecordSet.NOTHING);
        return new Cell(
                coverage.operation().key(),
                coverage.operation().label(),
                coverage.widestReach().notches(),
                coverage.widestReach().notches() == 0 ? "" : coverage.widestReach().words(),
                create ? Optional.empty() : counts.told(set),
                granted,
                coverage.widestReach() == Reach.ALL && !set.equals(RecordSet.EVERYTHING),
                set.words(),
                create
                        ? 0
                        : counts.more(coverage.granted(), coverage.grantedByPrivilege()).orElse(0L),
                create ? 0 : counts.more(coverage.granted(), set).orElse(0L));
    }

    private static FieldRow fieldRow(FieldCoverage coverage, Counts counts) {
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
                level.name().toLowerCase(Locale.ROOT),
                changed,
                viewed,
                masked);
    }

    private static List<FunctionRow> functions(Question question) {
        List<FunctionRow> rows = new ArrayList<>();
        for (Function function : question.model().catalogue().functions()) {
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
        String seat =
                person.unit()
                        .flatMap(question.model().directory()::unit)
                        .map(Unit::name)
                        .orElse("");
        return new Whom(
                person.key(),
                person.name(),
                person.kind().name().toLowerCase(Locale.ROOT),
                person.status().name().toLowerCase(Locale.ROOT),
                seat,
                who.account().map(key -> named(question, key)),
                accounts,
                who.active(),
                governance.mayOnPerson(asking, "look_through", person),
                looks.reasonWanted(asking, person, question.model().application()));
    }

    private static Named named(Question question, String account) {
        return new Named(
                account,
                question.model().directory().accountNames().getOrDefault(account, account));
    }
}
