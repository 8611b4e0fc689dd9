package nembar.server.command;

import java.util.List;
import nembar.core.governance.Objection;
import nembar.server.http.Refused;

/** Something stands against a command: whoever can lift it may be asked. */
public final class Objected extends Refused {
    private static final long serialVersionUID = 1L;
    private final transient List<Objection> objections;

    Objected(String message, List<String> because, List<Objection> objections) {
        super(message, because);
        this.objections = List.copyOf(objections);
    }

    public List<Objection> objections() {
        return objections;
    }
}
