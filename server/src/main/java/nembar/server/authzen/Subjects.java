package nembar.server.authzen;

import static nembar.server.authzen.EvaluationService.require;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Delegation;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.core.text.Wording;
import nembar.server.authzen.EvaluationService.Entity;
import nembar.server.http.BadRequest;
import nembar.server.http.Instants;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** What a request of the Authorization API is about: which application, when, and for whom. */
@Service
class Subjects {
    private final Models models;
    private final Moments moments;
    private final Records records;

    Subjects(Models models, Moments moments, Records records) {
        this.models = models;
        this.moments = moments;
        this.records = records;
    }

    /** For one request, which may ask about the same many times. */
    RequestScope scope() {
        return new RequestScope(moments, records);
    }

    /**
     * The application named in the context, or the one that has such records, at the instant that
     * the context names, or now.
     */
    Moment moment(String type, Map<String, Object> context, RequestScope scope) {
        AccessModel model =
                model(
                        context,
                        one -> one.catalogue().recordType(type).isPresent(),
                        models -> nearest(models, type));
        Moment moment = moment(model, context, scope);
        require(
                moment.model().catalogue().recordType(type).isPresent(),
                "resource.type",
                () -> nearest(List.of(moment.model()), type));
        return moment;
    }

    /** The moment of the application that has the function. */
    Moment ofFunction(String function, Map<String, Object> context, RequestScope scope) {
        return moment(
                model(
                        context,
                        one -> one.catalogue().function(function).isPresent(),
                        models -> "There is no function `" + function + "`."),
                context,
                scope);
    }

    /** Now, or the instant that the context names. */
    private static Moment moment(
            AccessModel model, Map<String, Object> context, RequestScope scope) {
        Object time = context == null ? null : context.get("time");
        Optional<Instant> at =
                Optional.ofNullable(time).map(Object::toString).flatMap(Instants::read);
        require(
                time == null || at.isPresent(),
                "context.time",
                "Write the instant as in 2026-03-03T14:05:00Z.");
        return scope.moment(model.application().key(), at);
    }

    private AccessModel model(
            Map<String, Object> context,
            Predicate<AccessModel> having,
            Function<List<AccessModel>, String> none) {
        Object named = context == null ? null : context.get("application");
        if (named != null) {
            AccessModel model =
                    models.find(named.toString())
                            .map(Models.Published::model)
                            .orElseThrow(
                                    () ->
                                            new BadRequest(
                                                    "context.application",
                                                    "There is no application `" + named + "`."));
            require(having.test(model), "resource.type", () -> none.apply(List.of(model)));
            return model;
        }
        List<AccessModel> governed =
                models.all().stream()
                        .filter(model -> !model.application().key().equals(Models.NEMBAR))
                        .toList();
        List<AccessModel> some = governed.stream().filter(having).toList();
        require(!some.isEmpty(), "resource.type", () -> none.apply(governed));
        require(
                some.size() == 1,
                "context.application",
                "Several applications have such a resource; say which is meant.");
        return some.get(0);
    }

    private static String nearest(List<AccessModel> models, String type) {
        return Nearest.sentence(
                "There is no record type `" + type + "`",
                type,
                models.stream()
                        .flatMap(model -> model.catalogue().recordTypes().stream())
                        .map(RecordType::key)
                        .toList());
    }

    /** Whoever has the address of a subject, as its properties say; empty for nobody. */
    Optional<Standpoint> who(Moment moment, Entity subject) {
        return moment.model()
                .directory()
                .personByEmail(subject.id())
                .map(person -> standpoint(moment, person, subject.properties()));
    }

    /**
     * Somebody who says so acts for somebody else: then the persona is the principal's, and the
     * account one of theirs.
     */
    private static Standpoint standpoint(
            Moment moment, Person person, Map<String, Object> properties) {
        AccessModel model = moment.model();
        Object key = properties == null ? null : properties.get("delegation");
        if (key == null) {
            return standpoint(moment.at(), person, properties);
        }
        Optional<Delegation> delegation =
                model.design().delegations().stream()
                        .filter(one -> one.key().equals(key.toString()))
                        .filter(one -> one.delegate().equals(person.key()))
                        .findFirst();
        require(
                delegation.isPresent(),
                "subject.properties.delegation",
                "Nobody lets this person act for them by a delegation of this key.");
        Person principal = model.directory().person(delegation.get().principal()).orElseThrow();
        return standpoint(moment.at(), principal, properties).through(delegation.get());
    }

    /** Somebody of several accounts acts for one of them, which the subject's properties name. */
    private static Standpoint standpoint(
            Instant at, Person person, Map<String, Object> properties) {
        Standpoint who = Standpoint.of(person, at);
        Object account = properties == null ? null : properties.get("account");
        if (account == null) {
            require(
                    person.accounts().size() < 2,
                    "subject.properties.account",
                    "The person belongs to "
                            + Wording.and(person.accounts())
                            + "; say for which account they act.");
            return who;
        }
        require(
                person.accounts().contains(account.toString()),
                "subject.properties.account",
                "The person does not belong to this account.");
        return who.actingFor(account.toString());
    }
}
