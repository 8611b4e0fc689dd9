package nembar.server.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.sql.SQLException;
import java.sql.Statement;
import nembar.server.http.Overtaken;
import org.junit.jupiter.api.Test;

/** Of an asker's questions only the newest goes on. */
class NewestTest {
    private final Newest newest = new Newest();
    private final Statement statement = mock(Statement.class);

    private String run(Newest.SqlWork<String> work) {
        try {
            return Newest.running(statement, work);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** Asks again from within, as another request of the same asker would meanwhile. */
    private String overtaken(String asker) {
        return newest.ask(
                "ann/1",
                () ->
                        run(
                                () -> {
                                    newer(asker);
                                    throw new IllegalStateException("cancelled");
                                }));
    }

    private void newer(String asker) {
        Thread thread = new Thread(() -> newest.ask(asker, () -> "newer"));
        thread.start();
        try {
            thread.join();
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void aNewerQuestionCancelsWhatTheOlderRuns() throws SQLException {
        assertThatThrownBy(() -> overtaken("ann/1")).isInstanceOf(Overtaken.class);
        verify(statement).cancel();
    }

    @Test
    void whatAnotherAsksCancelsNothing() throws SQLException {
        assertThatThrownBy(() -> overtaken("ann/2")).hasMessage("cancelled");
        verify(statement, never()).cancel();
    }

    @Test
    void anOvertakenQuestionBeginsNothingMore() {
        assertThatThrownBy(
                        () ->
                                newest.ask(
                                        "ann/1",
                                        () -> {
                                            newer("ann/1");
                                            return run(() -> "begun");
                                        }))
                .isInstanceOf(Overtaken.class);
        assertThat(newest.ask("ann/1", () -> run(() -> "alone"))).isEqualTo("alone");
    }
}
