package nembar.server.http;

import java.util.List;

/** The signed-in person may not do this; the reasons say what is missing. */
public class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient List<String> because;

    public Refused(String message, List<String> because) {
        super(message);
        this.because = List.copyOf(because);
    }

    public List<String> because() {
        return because;
    }
}
