package nembar.server.approval;

import java.util.List;

/**
 * What it takes to do something again later: which act it is, and its words.
 *
 * @param act one of the acts that can wait, as in {@code person} or {@code units}
 * @param target key of what it is done to; empty where the body says it
 * @param body as it came in the request; empty for none
 * @param on person, team, unit or account
 * @param about keys of those it is about, for their history
 */
public record RequestedAct(String act, String target, Object body, String on, List<String> about) {
    public RequestedAct {
        about = List.copyOf(about);
    }
}
