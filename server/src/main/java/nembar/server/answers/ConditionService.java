package nembar.server.answers;

import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Stream;
import nembar.core.answers.Counting;
import nembar.core.answers.Redundancy;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Clash;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.ConditionRow;
import nembar.core.condition.Polarity;
import nembar.core.condition.Satisfiability;
import nembar.core.condition.Scope;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Privilege;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonNames;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Nearest;
import nembar.core.text.Words;
import nembar.server.answers.ConditionController.ConditionAsked;
import nembar.server.answers.ConditionController.ConditionShown;
import nembar.server.answers.ConditionController.NameShown;
import nembar.server.document.DesignDocument.PrivilegePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.records.Newest;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Reads, checks and renders conditions, and says what they may speak of. */
@Service
class ConditionService {
    private static final int FIRST_AT_MOST = 5;
    private static final int VALUES_AT_MOST = 20;

    private final Models models;
    private final Records records;
    private final Governance governance;
    private final Newest newest;
    private final Clock clock;

    ConditionService(
            Models models, Records records, Governance governance, Newest newest, Clock clock) {
        this.clock = clock;
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.newest = newest;
    }

    /** What a condition is about: records of a type, or people where there is none. */
    private record About(AccessModel model, Optional<RecordType> type) {
        Scope scope() {
            return type.map(model::scopeOf).orElseGet(() -> PersonNames.ofTeams(model.directory()));
        }
    }

    private About about(Person me, String application, String recordType) {
        Optional<String> records = Optional.ofNullable(recordType).filter(one -> !one.isEmpty());
        if (records.isEmpty()) {
            governance.requireOnPlace(me, "team", "change", "any", "teams");
        } else {
            governance.requireOnApplication(me, "view", application);
        }
        AccessModel model = models.model(application);
        return new About(model, records.map(one -> type(model, one)));
    }

    /**
     * @throws ModelRefused with the place of what cannot be read, or is not so
     */
    ConditionShown check(Person me, String application, ConditionAsked asked) {
        About about = about(me, application, asked.recordType());
        Scope scope = about.scope();
        try {
            Condition condition = read(asked);
            condition.check(
                    scope,
                    Boolean.TRUE.equals(asked.restricts()) ? Polarity.RESTRICTS : Polarity.OPENS);
            Satisfiability seen = new Satisfiability(scope);
            String always = "sometimes";
            Optional<String> why = Optional.empty();
            if (seen.never(condition.expression())) {
                always = "never";
                why = new Clash(scope).never(condition.expression());
            } else if (seen.always(condition.expression())) {
                always = "always";
                why = new Clash(scope).always(condition.expression());
            }
            Matching matching = newest(me, asked.editor(), () -> matching(me, about, condition));
            return new ConditionShown(
                    condition.text(),
                    condition.json(),
                    RowPart.of(ConditionRow.of(condition.expression())),
                    condition.words(scope),
                    always,
                    why.or(() -> covered(about, asked, condition)),
                    matching.matches(),
                    matching.of(),
                    matching.first());
        } catch (ConditionRefused refused) {
            throw new ModelRefused(List.of(new Problem(refused.place(), refused.reason())));
        }
    }

    private static Condition read(ConditionAsked asked) {
        long given =
                Stream.of(asked.text(), asked.json(), asked.rows())
                        .filter(one -> one != null)
                        .count();
        if (given != 1) {
            throw new BadRequest("text", "Give the condition as text, as json or as rows.");
        }
        if (asked.text() != null) {
            return Condition.ofText(asked.text());
        }
        return asked.json() != null
                ? Condition.ofJson(asked.json())
                // Through the text, whose reader bounds what a condition may be.
                : Condition.ofText(Condition.of(asked.rows().row().expression()).text());
    }

    private <T> T newest(Person me, String editor, Supplier<T> question) {
        return editor == null || editor.isBlank()
                ? question.get()
                : newest.ask(me.key() + "/" + editor, question);
    }

    /** By which other privilege given with it everything is given already. */
    private static Optional<String> covered(
            About about, ConditionAsked asked, Condition condition) {
        if (asked.privilege() == null || asked.beside() == null || asked.beside().isEmpty()) {
            return Optional.empty();
        }
        PrivilegePart one = asked.privilege();
        Redundancy redundancy = new Redundancy(about.model());
        Privilege bounded =
                DocumentChanges.privilege(
                        new PrivilegePart(
                                one.recordType(),
                                one.operation(),
                                one.fields(),
                                one.use(),
                                one.reach(),
                                condition.text(),
                                one.function(),
                                one.level()));
        return asked.beside().stream()
                .filter(other -> redundancy.covers(DocumentChanges.privilege(other), bounded))
                .findFirst()
                .map(
                        other ->
                                "What it gives is given already, with the reach "
                                        + other.reach()
                                        + (other.condition() == null
                                                ? " and no condition."
                                                : " where " + other.condition() + "."));
    }

    /**
     * @param matches empty where the number may not be told, or depends on whose eyes see it
     */
    private record Matching(Optional<Long> matches, Optional<Long> of, List<Named> first) {
        static final Matching UNTOLD = new Matching(Optional.empty(), Optional.empty(), List.of());
    }

    private Matching matching(Person me, About about, Condition condition) {
        return about.type()
                .map(type -> records(me, about.model(), type, condition))
                .orElseGet(() -> people(me, about.model(), condition));
    }

    /** The people who meet it and whom whoever asks may see, of all of these. */
    private Matching people(Person me, AccessModel model, Condition condition) {
        Team trial = new Team("trial", "Trial", Set.of(), Set.of(), Optional.of(condition));
        Set<String> members =
                model.directory()
                        .with(Edits.ofTeams(List.of(trial)))
                        .membersOf(Set.of(trial.key()));
        List<Person> visible =
                model.directory().people().stream()
                        .filter(one -> one.status() != PersonStatus.CLOSED)
                        .filter(governance.mayView(me))
                        .toList();
        List<Person> some = visible.stream().filter(one -> members.contains(one.key())).toList();
        return new Matching(
                Optional.of((long) some.size()),
                Optional.of((long) visible.size()),
                some.stream()
                        .limit(FIRST_AT_MOST)
                        .map(one -> new Named(one.key(), one.name()))
                        .toList());
    }

    private Matching records(Person me, AccessModel model, RecordType type, Condition condition) {
        if (condition.personal()) {
            return Matching.UNTOLD;
        }
        RecordSet set =
                new PersonAccess(model, Standpoint.of(me, clock.instant()))
                        .meeting(Optional.of(condition), type);
        Counting counting = governance.counting(me, model);
        Map<RecordSet, Long> counts = counting.count(type, List.of(set, RecordSet.EVERYTHING));
        long matches = counts.get(set);
        if (matches == Counting.WITHHELD) {
            return Matching.UNTOLD;
        }
        List<String> keys = counting.examples(type, set, FIRST_AT_MOST);
        return new Matching(
                Optional.of(matches),
                Optional.of(counts.get(RecordSet.EVERYTHING)),
                titled(me, model, type, keys));
    }

    /** Records by their titles, as far as those may be told. */
    private List<Named> titled(Person me, AccessModel model, RecordType type, List<String> keys) {
        boolean told =
                !type.titleField().equals(type.keyField())
                        && governance.mayKnowValues(me, model, type, type.titleField());
        if (keys.isEmpty() || !told) {
            return keys.stream().map(key -> new Named(key, key)).toList();
        }
        Map<String, String> titles =
                records.titles(model.application().key(), type, new TreeSet<>(keys));
        return keys.stream().map(key -> new Named(key, titles.getOrDefault(key, key))).toList();
    }

    List<NameShown> names(Person me, String application, String recordType) {
        About about = about(me, application, recordType);
        return about.scope().names().entrySet().stream()
                .map(
                        one ->
                                new NameShown(
                                        one.getKey(),
                                        Words.of(one.getValue().type()),
                                        one.getValue().words(),
                                        one.getValue().choices(),
                                        placing(about, one.getKey()).equals("unit")))
                .sorted(
                        Comparator.<NameShown, Boolean>comparing(
                                        one -> one.name().startsWith(Scope.PERSON))
                                .thenComparing(NameShown::name))
                .toList();
    }

    /** What the values of a name are keys of: person, unit, account or team; else empty text. */
    private static String placing(About about, String name) {
        switch (name) {
            case "user.unit":
                return "unit";
            case "user.account", "user.accounts":
                return "account";
            case "user.teams":
                return "team";
            case "user.id", "user.manager":
                return "person";
            default:
                break;
        }
        Optional<RecordType> type = about.type();
        Optional<Field> field = type.flatMap(one -> one.field(name));
        if (field.isEmpty()) {
            return "";
        }
        RecordType.Places places = type.get().places();
        if (places.unit().filter(name::equals).isPresent()) {
            return "unit";
        }
        if (places.account().filter(name::equals).isPresent()) {
            return "account";
        }
        if (places.team().filter(name::equals).isPresent()) {
            return "team";
        }
        return field.get().type() == FieldType.PERSON
                        || places.owner().filter(name::equals).isPresent()
                ? "person"
                : "";
    }

    /** Values that a name has, as far as whoever asks may know them; some that begin so. */
    List<Named> values(
            Person me,
            String application,
            String recordType,
            String name,
            String search,
            String editor) {
        About about = about(me, application, recordType);
        Scope.Named named = about.scope().names().get(name);
        if (named == null) {
            throw new NotFound("name", "A condition here may not speak of `" + name + "`.");
        }
        if (!named.choices().isEmpty()) {
            return some(named.choices().stream().map(one -> new Named(one, one)), search);
        }
        Directory directory = about.model().directory();
        switch (placing(about, name)) {
            case "unit":
                return some(of(directory.unitNames()), search);
            case "account":
                return some(of(directory.accountNames()), search);
            case "team":
                return some(of(directory.teamNames()), search);
            case "person":
                return some(
                        directory.people().stream()
                                .filter(governance.mayView(me))
                                .map(one -> new Named(one.key(), one.name())),
                        search);
            default:
                break;
        }
        if (name.startsWith(Scope.PERSON)) {
            String attribute = name.substring(Scope.PERSON.length());
            return some(
                    directory.people().stream()
                            .filter(governance.mayView(me))
                            .map(one -> one.attributes().get(attribute))
                            .flatMap(ConditionService::each)
                            .distinct()
                            .sorted()
                            .map(one -> new Named(one, one)),
                    search);
        }
        RecordType type = about.type().orElseThrow();
        if (!governance.mayKnowValues(me, about.model(), type, name)) {
            return List.of();
        }
        return newest(
                me,
                editor,
                () ->
                        records
                                .values(application, type, name, search.strip(), VALUES_AT_MOST)
                                .stream()
                                .map(one -> new Named(one, one))
                                .toList());
    }

    private static Stream<String> each(Object value) {
        if (value instanceof List<?> list) {
            return list.stream().map(Object::toString);
        }
        return Stream.ofNullable(value).map(Object::toString);
    }

    private static Stream<Named> of(Map<String, String> names) {
        return names.entrySet().stream().map(one -> new Named(one.getKey(), one.getValue()));
    }

    private static List<Named> some(Stream<Named> all, String search) {
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        return all.filter(
                        one ->
                                one.name().toLowerCase(Locale.ROOT).contains(wanted)
                                        || one.key().toLowerCase(Locale.ROOT).startsWith(wanted))
                .sorted(Comparator.comparing(Named::name))
                .limit(VALUES_AT_MOST)
                .toList();
    }

    private static RecordType type(AccessModel model, String key) {
        List<String> known = model.catalogue().recordTypes().stream().map(RecordType::key).toList();
        return model.catalogue()
                .recordType(key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "recordType",
                                        Nearest.sentence(
                                                "There is no record type `" + key + "`",
                                                key,
                                                known)));
    }
}
