package nembar.server.catalogue;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.drift.Difference;
import nembar.core.drift.Drift;
import nembar.core.model.AccessModel;
import nembar.core.schema.Proposal;
import nembar.core.schema.Schema;
import nembar.core.text.Words;
import nembar.server.connections.Connections;
import nembar.server.connections.SchemaReader;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.RecordsAway;
import nembar.server.model.Models;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * Looks at the databases of applications again, on demand and every day, and tells in what they
 * differ from what is governed. What cannot be read any more is unknown from then on, on every
 * server (docs/access-model.md, section 1).
 */
@Service
class Drifts {
    private static final Logger LOG = LoggerFactory.getLogger(Drifts.class);
    private static final Duration LOOKED_AT_EVERY = Duration.ofDays(1);

    private final Models models;
    private final AskedMoments moments;
    private final Governance governance;
    private final Connections connections;
    private final SchemaReader reader;
    private final Proposals proposals;
    private final SchemaLooks looks;
    private final Clock clock;
    private volatile Optional<Instant> known = Optional.empty();

    Drifts(
            Models models,
            AskedMoments moments,
            Governance governance,
            Connections connections,
            SchemaReader reader,
            Proposals proposals,
            SchemaLooks looks,
            Clock clock) {
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.connections = connections;
        this.reader = reader;
        this.proposals = proposals;
        this.looks = looks;
        this.clock = clock;
    }

    /**
     * One thing in which the database differs from what is governed.
     *
     * @param plural what the records are called; left out where nobody governs the table
     * @param label of the field; left out where it is about the table
     * @param lost whether it cannot be read until it is mended
     * @param why what is seen, as a clause
     * @param mend changes that bring the two together; none where there is a choice
     * @param conditions whose conditions use what is lost, by name
     */
    record DriftLine(
            @OneOf(Difference.Kind.class) String kind,
            String table,
            Optional<String> recordType,
            Optional<String> plural,
            Optional<String> field,
            Optional<String> label,
            boolean lost,
            String why,
            List<ChangePart> mend,
            List<String> conditions) {}

    /** In what a database differs from what is governed, what is lost first. */
    record DriftShown(String lookedAt, List<DriftLine> differences) {}

    /**
     * Looks at it now.
     *
     * @param draft id of the draft whose catalogue is compared; empty for the published one
     */
    DriftShown look(Person me, String application, String draft) {
        governance.requireOnApplication(me, "change", application);
        AccessModel drafted = moments.of(me, application, draft, Optional.empty()).model();
        Schema schema = schema(application);
        Set<TableName> left = proposals.left(application);
        AccessModel published = models.model(application);
        Drift drift = drift(published, schema, left);
        Instant at = keep(application, drift);
        if (drafted != published) {
            drift = drift(drafted, schema, left);
        }
        return new DriftShown(
                at.toString(),
                drift.differences().stream().map(one -> shown(drafted, one)).toList());
    }

    private static DriftLine shown(AccessModel model, Difference one) {
        Optional<RecordType> type = one.recordType().flatMap(model.catalogue()::recordType);
        return new DriftLine(
                Words.of(one.kind()),
                one.table().text(),
                one.recordType(),
                type.map(RecordType::plural),
                one.field(),
                type.flatMap(of -> one.field().flatMap(of::field)).map(Field::label),
                one.kind().lost(),
                one.why(),
                DocumentChanges.write(one.mend()),
                one.conditions().stream()
                        .map(element -> element.kind().words() + " " + Changes.name(element))
                        .toList());
    }

    private Schema schema(String application) {
        return reader.read(
                connections
                        .find(application)
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "connection",
                                                "Only a database whose connection is set here is"
                                                        + " looked at."))
                        .connection());
    }

    private static Drift drift(AccessModel model, Schema schema, Set<TableName> left) {
        Proposal proposal =
                Proposal.of(schema, model.application(), model.catalogue(), model.directory());
        return new Drift(model, schema, proposal, left);
    }

    private Instant keep(String application, Drift drift) {
        Instant at = clock.instant();
        looks.seen(application, at, drift.differences().size(), drift.lost());
        takeIn();
        return at;
    }

    /** Looks at each that nobody has looked at for a day. */
    @Scheduled(
            initialDelayString = "${nembar.drift.every}",
            fixedDelayString = "${nembar.drift.every}")
    void lookAtAll() {
        Instant due = clock.instant().minus(LOOKED_AT_EVERY);
        Map<String, SchemaLooks.Look> last = looks.all();
        for (String application : connections.versions().keySet()) {
            Optional<SchemaLooks.Look> look = Optional.ofNullable(last.get(application));
            if (look.filter(one -> one.at().isAfter(due)).isPresent()) {
                continue;
            }
            try {
                AccessModel published = models.model(application);
                keep(
                        application,
                        drift(published, schema(application), proposals.left(application)));
            } catch (RecordsAway | BadRequest | NotFound away) {
                LOG.info("the database of {} is not looked at: {}", application, away.getMessage());
                looks.failed(application, clock.instant(), away.getMessage());
            }
        }
    }

    /** Takes in what any server has seen. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void takeInWhenSeen() {
        if (!looks.last().equals(known)) {
            takeIn();
        }
    }

    private synchronized void takeIn() {
        Optional<Instant> last = looks.last();
        models.lose(looks.lost());
        known = last;
    }
}
