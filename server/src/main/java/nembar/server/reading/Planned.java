package nembar.server.reading;

import java.util.Optional;
import nembar.server.provisioning.Sourced;
import nembar.server.reading.SourceImport.RunLine;

/**
 * What one entry or team of a source comes to.
 *
 * @param sourced what is to be done; empty where nothing is, or nothing can be
 */
record Planned(RunLine line, Optional<Sourced> sourced) {
    static Planned nothing(RunLine line) {
        return new Planned(line, Optional.empty());
    }
}
