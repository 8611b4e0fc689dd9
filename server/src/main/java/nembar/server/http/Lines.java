package nembar.server.http;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Answers that come line by line, each line a JSON text, sent as soon as it is written. */
@Component
public class Lines {
    private final JsonMapper json;

    Lines(JsonMapper json) {
        this.json = json;
    }

    /**
     * @throws UncheckedIOException where whoever asked has left
     */
    public void write(OutputStream output, Object line) {
        try {
            output.write(json.writeValueAsBytes(line));
            output.write('\n');
            output.flush();
        } catch (IOException left) {
            throw new UncheckedIOException(left);
        }
    }
}
