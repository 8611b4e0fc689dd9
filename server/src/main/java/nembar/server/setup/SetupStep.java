package nembar.server.setup;

import java.sql.SQLException;

/** Something an installation is to have before the first request is taken. */
public interface SetupStep {
    /** Makes it where it is not there yet. */
    void run() throws SQLException;
}
