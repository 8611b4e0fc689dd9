package nembar.server.approval;

import java.util.List;
import java.util.Set;
import nembar.core.governance.Objection;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Objections;
import nembar.server.command.Preview;
import nembar.server.command.Previews;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import org.springframework.stereotype.Service;

/** Takes commands as far as they are submitted to go. */
@Service
public class Submissions {
    private final Gate gate;
    private final Previews previews;
    private final Objections objections;
    private final Approvals approvals;

    Submissions(Gate gate, Previews previews, Objections objections, Approvals approvals) {
        this.gate = gate;
        this.previews = previews;
        this.objections = objections;
        this.approvals = approvals;
    }

    /**
     * Looks at a command, executes it, or keeps it for somebody who can approve it.
     *
     * @throws Refused when it is executed with something standing against it, or approval is asked
     *     for without need or use
     */
    public Preview submit(Submission submission, Command.Builder builder) {
        Command command =
                builder.approvedBy(submission.approved()).within(submission.also()).build();
        return switch (submission.mode()) {
            case PREVIEW -> previews.of(command);
            case CHECK -> previews.against(command);
            case EXECUTE -> {
                gate.execute(command);
                yield Preview.done(command.warnings());
            }
            case REQUEST_APPROVAL -> request(submission, command);
        };
    }

    private Preview request(Submission submission, Command command) {
        RequestedAct act =
                submission
                        .act()
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "ask", "This cannot wait for anybody's word."));
        List<Objection> against = gate.objections(command);
        if (against.isEmpty()) {
            throw new BadRequest("ask", "Nobody else's word is needed: do it.");
        }
        Set<String> asked = objections.approvers(against);
        if (asked.isEmpty()) {
            objections.require(against);
        }
        approvals.ask(submission.author(), act, command.reason(), submission.why(), asked);
        return new Preview(
                0, List.of(), List.of(), command.warnings(), objections.named(asked), false);
    }
}
