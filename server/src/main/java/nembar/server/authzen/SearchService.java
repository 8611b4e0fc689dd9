package nembar.server.authzen;

import static nembar.server.authzen.EvaluationService.filled;
import static nembar.server.authzen.EvaluationService.require;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.sql.ListQuery.Position;
import nembar.server.authzen.EvaluationService.Action;
import nembar.server.authzen.EvaluationService.Entity;
import nembar.server.http.BadRequest;
import nembar.server.records.Cursors;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Searches of the Authorization API: who may, on what, and what may be done; a page at a time. */
@Service
class SearchService {
    private static final int LIMIT = 100;
    private static final int LIMIT_AT_MOST = 1_000;

    private final Subjects subjects;
    private final Records records;

    SearchService(Subjects subjects, Records records) {
        this.subjects = subjects;
        this.records = records;
    }

    /** Where to go on from, and how much to give. */
    record PageAsked(String token, Integer limit) {}

    record Search(
            Entity subject,
            Action action,
            Entity resource,
            Map<String, Object> context,
            PageAsked page) {}

    /**
     * @param properties what has to be sent with the subject to ask about it; empty for nothing
     */
    record FoundEntity(String type, String id, Optional<Map<String, Object>> properties) {
        FoundEntity(String type, String id) {
            this(type, id, Optional.empty());
        }
    }

    record ActionName(String name) {}

    /** Where to go on from; empty at the end. */
    record PageGiven(@JsonProperty("next_token") String nextToken) {}

    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Results<T>(List<T> results, PageGiven page) {}

    /** Everybody who may do the action on the resource, by their e-mail addresses. */
    Results<FoundEntity> subjects(Search search) {
        require(
                search.subject() != null && "person".equals(search.subject().type()),
                "subject.type",
                "Subjects are of the type `person`.");
        Moment moment = moment(search);
        RecordType type = type(search, moment);
        Operation operation = operation(search, type);
        require(filled(search.resource().id()), "resource.id", "Give the record's key.");
        String application = moment.model().application().key();
        List<FoundEntity> able =
                records.find(application, type, search.resource().id()).stream()
                        .flatMap(
                                record ->
                                        new WhoCan(moment)
                                                        .on(
                                                                type,
                                                                operation,
                                                                record,
                                                                records.relatives(moment.model()))
                                                        .stream())
                        .map(one -> subject(one.persona()))
                        .distinct()
                        .sorted(
                                Comparator.comparing(FoundEntity::id)
                                        .thenComparing(one -> String.valueOf(one.properties())))
                        .toList();
        return paged(able, search);
    }

    /** Somebody of several accounts stands once for each, with what asks about it. */
    private static FoundEntity subject(Persona persona) {
        return new FoundEntity(
                "person",
                persona.person().email(),
                persona.account()
                        .filter(any -> persona.person().accounts().size() > 1)
                        .map(account -> Map.<String, Object>of("account", account)));
    }

    /** Every record of the type on which the subject may do the action, by its key. */
    Results<FoundEntity> resources(Search search) {
        Moment moment = moment(search);
        RecordType type = type(search, moment);
        Operation operation = operation(search, type);
        PersonAccess access = access(search, moment);
        int limit = limit(search);
        List<FoundEntity> found =
                records
                        .keys(
                                moment.model().application().key(),
                                type,
                                access.records(type, operation),
                                afterKey(search),
                                limit + 1)
                        .stream()
                        .map(key -> new FoundEntity(type.key(), key))
                        .toList();
        if (found.size() <= limit) {
            return new Results<>(found, next(-1));
        }
        String last = found.get(limit - 1).id();
        return new Results<>(
                found.subList(0, limit),
                new PageGiven(Cursors.text(new Position(Optional.empty(), last))));
    }

    /** Every operation that the subject may do on the resource. */
    Results<ActionName> actions(Search search) {
        Moment moment = moment(search);
        RecordType type = type(search, moment);
        require(filled(search.resource().id()), "resource.id", "Give the record's key.");
        PersonAccess access = access(search, moment);
        String application = moment.model().application().key();
        List<ActionName> able = new ArrayList<>();
        for (GovernedRecord record :
                records.find(application, type, search.resource().id()).stream().toList()) {
            for (Operation operation : type.operations()) {
                if (access.allows(type, operation, record, records.relatives(moment.model()))) {
                    able.add(new ActionName(operation.key()));
                }
            }
        }
        return paged(able, search);
    }

    private PersonAccess access(Search search, Moment moment) {
        require(search.subject() != null, "subject", "Name the subject.");
        require(
                "person".equals(search.subject().type()),
                "subject.type",
                "Subjects are of the type `person`.");
        require(filled(search.subject().id()), "subject.id", "Give the person's e-mail address.");
        return new PersonAccess(
                moment.model(),
                subjects.who(moment, search.subject())
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "subject.id",
                                                "Nobody in the directory has this address.")));
    }

    /** What the search is about; a past moment is read here, once. */
    private Moment moment(Search search) {
        require(
                search.resource() != null && filled(search.resource().type()),
                "resource.type",
                "Name the record type.");
        return subjects.moment(search.resource().type(), search.context(), subjects.scope());
    }

    private static RecordType type(Search search, Moment moment) {
        return moment.model().catalogue().recordType(search.resource().type()).orElseThrow();
    }

    private static Operation operation(Search search, RecordType type) {
        require(
                search.action() != null && filled(search.action().name()),
                "action.name",
                "Name the operation.");
        return EvaluationService.operation(type, search.action().name());
    }

    private static <T> Results<T> paged(List<T> all, Search search) {
        int from = Math.min(from(search), all.size());
        int to = Math.min(from + limit(search), all.size());
        return new Results<>(all.subList(from, to), next(to < all.size() ? to : -1));
    }

    private static PageGiven next(int from) {
        return new PageGiven(from < 0 ? "" : String.valueOf(from));
    }

    private static int from(Search search) {
        String token = token(search).orElse("0");
        require(token.matches("\\d{1,9}"), "page.token", "Send the token of the page before.");
        return Integer.parseInt(token);
    }

    /** Key of the last record of the page before. */
    private static Optional<String> afterKey(Search search) {
        return token(search)
                .map(token -> Cursors.read("page.token", token, Optional.empty()).key());
    }

    private static Optional<String> token(Search search) {
        return Optional.ofNullable(search.page())
                .map(page -> page.token())
                .filter(token -> !token.isEmpty());
    }

    private static int limit(Search search) {
        Integer limit = search.page() == null ? null : search.page().limit();
        require(
                limit == null || limit > 0 && limit <= LIMIT_AT_MOST,
                "page.limit",
                "Ask for 1 to " + LIMIT_AT_MOST + " at once.");
        return limit == null ? LIMIT : limit;
    }
}
