package nembar.server.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import nembar.server.records.RecordLookups;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Tells how an application's look-ups stand, and what leads nowhere by them. */
@Service
class LookupStates {
    private static final int VALUES_AT_MOST = 100;

    private final Models models;
    private final Governance governance;
    private final Records records;
    private final RecordLookups lookups;

    LookupStates(Models models, Governance governance, Records records, RecordLookups lookups) {
        this.models = models;
        this.governance = governance;
        this.records = records;
        this.lookups = lookups;
    }

    /**
     * One field's look-up.
     *
     * @param table, from, to: where it is read; left out where the values are the identifier
     * @param link the table that has several values of a record
     * @param known values that lead somewhere
     * @param rows that were read
     * @param twice values with several identifiers
     * @param readAt the instant; left out where it was never read
     * @param failure why it could not be read the last time
     */
    record LookupShown(
            String recordType,
            String plural,
            String field,
            String label,
            @OneOf(Identifier.class) String identifier,
            Optional<String> table,
            Optional<String> from,
            Optional<String> to,
            Optional<String> link,
            int known,
            int rows,
            int twice,
            Optional<String> readAt,
            Optional<String> failure) {}

    /** All look-ups of an application. */
    record LookupList(List<LookupShown> lookups) {}

    /**
     * A value that leads nowhere, and how many records have it.
     *
     * @param identifier which the directory does not know, where the value has one
     */
    record ValueNowhere(String value, Optional<String> identifier, long records) {}

    /**
     * What of a field leads nowhere.
     *
     * @param values different ones, in all
     * @param records that have one; of a field with several values, how often there is one
     * @param most those that most records have; none where the asker may not see the field
     */
    record NowhereShown(long values, long records, List<ValueNowhere> most) {}

    LookupList list(Person me, String application) {
        governance.requireOnApplication(me, "change", application);
        AccessModel model = models.model(application);
        List<LookupShown> shown = new ArrayList<>();
        for (RecordType type : model.catalogue().recordTypes()) {
            for (Field field : type.fields()) {
                field.lookup().ifPresent(one -> shown.add(shown(application, type, field, one)));
            }
        }
        return new LookupList(shown);
    }

    /** The same, read again. */
    LookupList refresh(Person me, String application) {
        governance.requireOnApplication(me, "change", application);
        lookups.refresh(application);
        return list(me, application);
    }

    private LookupShown shown(String application, RecordType type, Field field, Lookup lookup) {
        RecordLookups.State state = lookups.state(application, lookup);
        Optional<Lookup.Through> through = lookup.through();
        return new LookupShown(
                type.key(),
                type.plural(),
                field.key(),
                field.label(),
                Words.of(lookup.identifier()),
                through.map(one -> one.table().text()),
                through.map(Lookup.Through::from),
                through.map(Lookup.Through::to),
                field.link().map(link -> link.table().text()),
                lookups.of(application).of(lookup).keys().size(),
                state.rows(),
                state.twice(),
                state.readAt().map(String::valueOf),
                state.failure());
    }

    NowhereShown nowhere(Person me, String application, String recordType, String field) {
        governance.requireOnApplication(me, "change", application);
        AccessModel model = models.model(application);
        RecordType type =
                model.catalogue()
                        .recordType(recordType)
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "recordType",
                                                "There is no record type `" + recordType + "`."));
        Field of =
                type.field(field)
                        .filter(one -> one.lookup().isPresent())
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "field",
                                                "`" + field + "` is no field with a look-up."));
        boolean seen = !of.guarded() && !governance.guardedFrom(me, model, type);
        Records.Nowhere found = records.nowhere(application, type, of, seen ? VALUES_AT_MOST : 0);
        Map<String, String> identifiers =
                lookups.identifiers(application, of.lookup().orElseThrow());
        return new NowhereShown(
                found.values(),
                found.rows(),
                found.most().entrySet().stream()
                        .map(
                                one ->
                                        new ValueNowhere(
                                                one.getKey(),
                                                Optional.ofNullable(identifiers.get(one.getKey())),
                                                one.getValue()))
                        .toList());
    }
}
