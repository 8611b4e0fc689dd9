package nembar.core.findings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Wording;

/** Externals who reach guarded fields or other accounts, or are kept in by a filter alone. */
final class ExternalFinder extends Finder {
    private final Counting counting;

    ExternalFinder(Moment moment, Counting counting) {
        super(moment);
        this.counting = counting;
    }

    @Override
    void find() {
        Map<RecordType, Map<Persona, RecordSet>> beyond = new LinkedHashMap<>();
        Map<RecordType, Map<Persona, RecordSet>> kept = new LinkedHashMap<>();
        for (Persona persona : model.personas().all()) {
            if (!persona.person().external() || !persona.person().active()) {
                continue;
            }
            for (RecordType type : model.catalogue().recordTypes()) {
                PersonAccess access = moment.accessOn(persona, type);
                guarded(persona, access, type);
                RecordSet theirs = theirs(persona, type);
                if (!theirs.equals(RecordSet.EVERYTHING)) {
                    Coverage view = access.coverage(type, Operation.VIEW);
                    note(beyond, type, persona, RecordSet.less(view.records(), theirs));
                    note(kept, type, persona, RecordSet.less(view.grantedByPrivilege(), theirs));
                }
            }
        }
        count(beyond, Kind.EXTERNAL_REACHES_ANOTHER_ACCOUNT, " sees ", " of other accounts.");
        count(
                kept,
                Kind.EXTERNAL_KEPT_IN_BY_FILTER_ALONE,
                " would see ",
                " of other accounts, were it not for the filter.");
    }

    /** The records of the account acted for; everything where the type has no account. */
    private static RecordSet theirs(Persona persona, RecordType type) {
        return type.places()
                .account()
                .map(
                        field ->
                                RecordSet.among(
                                        field,
                                        new java.util.TreeSet<>(
                                                persona.account().stream().toList()),
                                        "account is their own"))
                .orElse(RecordSet.EVERYTHING);
    }

    private void guarded(Persona persona, PersonAccess access, RecordType type) {
        List<String> seen = new ArrayList<>();
        for (Field field : type.fields()) {
            if (field.guarded() && !access.field(type, field).masked().equals(RecordSet.NOTHING)) {
                seen.add(field.label().toLowerCase(Locale.ROOT));
            }
        }
        if (!seen.isEmpty()) {
            add(
                    Kind.EXTERNAL_REACHES_GUARDED_FIELD,
                    List.of(person(persona.person()), new Concern("record type", type.key())),
                    persona.person().name()
                            + " is an external and reaches "
                            + Wording.and(seen)
                            + " of "
                            + type.plural().toLowerCase(Locale.ROOT)
                            + ".");
        }
    }

    private static void note(
            Map<RecordType, Map<Persona, RecordSet>> all,
            RecordType type,
            Persona persona,
            RecordSet set) {
        if (!set.equals(RecordSet.NOTHING)) {
            all.computeIfAbsent(type, any -> new LinkedHashMap<>()).put(persona, set);
        }
    }

    private void count(
            Map<RecordType, Map<Persona, RecordSet>> all, Kind kind, String sees, String rest) {
        all.forEach(
                (type, sets) -> {
                    Map<RecordSet, Long> counts = counting.count(type, sets.values());
                    sets.forEach(
                            (persona, set) -> {
                                long number = counts.get(set);
                                if (number > 0) {
                                    addSure(
                                            kind,
                                            List.of(
                                                    person(persona.person()),
                                                    new Concern("record type", type.key())),
                                            persona.person().name()
                                                    + sees
                                                    + number
                                                    + " "
                                                    + (number == 1
                                                                    ? type.singular()
                                                                    : type.plural())
                                                            .toLowerCase(Locale.ROOT)
                                                    + rest,
                                            number,
                                            keptIn(persona));
                                }
                            });
                });
    }

    /** Whatever is given to them alone without bounds, bounded to the account they act for. */
    private List<Change> keptIn(Persona persona) {
        return moment.access(persona).holdings().stream()
                .map(Holding::assignment)
                .distinct()
                .filter(one -> onlyFor(one, persona.person()))
                .filter(one -> one.bounds().accounts().isEmpty())
                .<Change>map(
                        one ->
                                Change.Put.of(
                                        one.within(
                                                new Bounds(
                                                        Optional.of(AccountScope.ofActedFor()),
                                                        one.bounds().units()))))
                .toList();
    }
}
