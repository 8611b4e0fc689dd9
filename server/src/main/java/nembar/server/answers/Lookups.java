package nembar.server.answers;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Polarity;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Nearest;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import nembar.server.index.Numbers;
import nembar.server.model.Models;
import nembar.server.records.Records;
import org.springframework.stereotype.Component;

/** What questions about a design name, looked up for whoever asks. */
@Component
class Lookups {
    private final Models models;
    private final Records records;
    private final Governance governance;
    private final AskedMoments moments;

    Lookups(Models models, Records records, Governance governance, AskedMoments moments) {
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.moments = moments;
    }

    /** Which application, at which instant, and with which draft on top. */
    record Where(String application, String at, String draft) {}

    /** Somebody in a design. */
    record Side(Where where, String person, String account) {}

    /** Counts what whoever asks may be told. */
    Counting counting(Person me, String application) {
        return governance.counting(me, models.model(application));
    }

    /** The same, by what counts for one answer. */
    Counting counting(Person me, String application, Numbers numbers) {
        return governance.counting(me, models.model(application), numbers);
    }

    Moment moment(Person me, Where where) {
        return moments.of(me, where.application(), where.draft(), Instants.at(where.at()));
    }

    Persona persona(Person me, Moment moment, Side side) {
        List<Persona> personas = moment.model().personas().of(side.person());
        if (personas.isEmpty()) {
            throw new NotFound("person", "Nobody here is `" + side.person() + "`.");
        }
        governance.requireOnPerson(me, "view", personas.get(0).person());
        if (side.account() == null || side.account().isBlank()) {
            return personas.get(0);
        }
        return moment.model()
                .personas()
                .at(side.person(), Optional.of(side.account()))
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "account",
                                        personas.get(0).person().name()
                                                + " does not belong to this account."));
    }

    /** A record that whoever asks may be told about. */
    GovernedRecord record(
            Person me, AccessModel model, String application, RecordType type, String key) {
        if (key == null || key.isBlank()) {
            throw new BadRequest("record", "Name the record by its key.");
        }
        governance.requireSteward(me, model, type);
        return records.require(application, type, key);
    }

    /**
     * The records that meet a condition, whoever looks.
     *
     * @param name of the parameter that has the condition as text
     * @throws BadRequest where it cannot be read, or depends on who looks
     */
    RecordSet meeting(Moment moment, RecordType type, String name, String text) {
        try {
            Condition condition = Condition.ofText(text);
            condition.check(moment.model().scopeOf(type), Polarity.OPENS);
            if (condition.personal()) {
                throw new BadRequest(
                        name,
                        "This condition depends on who looks. Say what the records have instead.");
            }
            Persona any = moment.model().personas().all().get(0);
            return moment.access(any).meeting(Optional.of(condition), type);
        } catch (ConditionRefused refused) {
            throw new BadRequest(name, refused.place() + ": " + refused.reason());
        }
    }

    static RecordType type(AccessModel model, String key) {
        return known(
                model.catalogue().recordType(key == null ? "" : key),
                "type",
                key == null ? "" : key,
                model.catalogue().recordTypes().stream().map(RecordType::key));
    }

    static Operation operation(RecordType type, String key) {
        return known(
                type.operation(key == null ? "" : key),
                "operation",
                key == null ? "" : key,
                type.operations().stream().map(Operation::key));
    }

    static Role role(AccessModel model, String key) {
        return known(
                model.design().role(key),
                "role",
                key,
                model.design().roles().stream().map(Role::key));
    }

    static <T> T known(Optional<T> found, String what, String key, Stream<String> known) {
        return found.orElseThrow(
                () ->
                        new NotFound(
                                what,
                                Nearest.sentence(
                                        "There is no " + what + " `" + key + "`",
                                        key,
                                        known.toList())));
    }
}
