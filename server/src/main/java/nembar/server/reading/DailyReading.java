package nembar.server.reading;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import nembar.core.directory.Person;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Source;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/** Reads tables of applications every day, where that is wished for, in their keeper's name. */
@Service
class DailyReading {
    /** How what is kept of a run begins that came to nothing. */
    static final String NOT_READ = "not read: ";

    private static final Logger LOG = LoggerFactory.getLogger(DailyReading.class);
    private static final Duration EVERY = Duration.ofDays(1);

    private final Sources sources;
    private final SourceImport imports;
    private final Models models;
    private final Clock clock;

    DailyReading(Sources sources, SourceImport imports, Models models, Clock clock) {
        this.sources = sources;
        this.imports = imports;
        this.models = models;
        this.clock = clock;
    }

    @Scheduled(
            initialDelayString = "${nembar.drift.every}",
            fixedDelayString = "${nembar.drift.every}")
    void readAll() {
        Instant due = clock.instant().minus(EVERY);
        sources.all().stream()
                .filter(one -> one.kind().equals(Sources.APPLICATION))
                .filter(one -> SourceImport.userTable(one).daily())
                .filter(one -> sources.claim(one.id(), due))
                .forEach(this::read);
    }

    private void read(Source source) {
        try {
            Person keeper =
                    models.directory()
                            .person(source.keeper())
                            .orElseThrow(() -> new NotFound("source", "Nobody keeps it."));
            imports.run(keeper, source, "", false);
        } catch (Refused | RecordsAway | BadRequest | NotFound against) {
            LOG.warn("the source {} was not read: {}", source.name(), against.getMessage());
            sources.ran(source.id(), NOT_READ + against.getMessage());
        }
    }
}
