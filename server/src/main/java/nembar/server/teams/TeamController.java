package nembar.server.teams;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import nembar.server.teams.TeamEdits.TeamEdit;
import nembar.server.teams.TeamMembers.JudgedMember;
import nembar.server.teams.TeamMembers.MemberEdit;
import nembar.server.teams.TeamMembers.Message;
import nembar.server.teams.Teams.TeamPage;
import nembar.server.teams.Teams.TeamSheet;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Teams over HTTP. */
@RestController
@RequestMapping("/api/teams")
class TeamController {
    private final Teams teams;
    private final TeamEdits edits;
    private final TeamMembers members;
    private final Me me;

    TeamController(Teams teams, TeamEdits edits, TeamMembers members, Me me) {
        this.teams = teams;
        this.edits = edits;
        this.members = members;
        this.me = me;
    }

    record MadeTeam(String key) {}

    record PastedMembers(@NotNull String text) {}

    /** How many messages are on their way. */
    record Messaged(int messages) {}

    @GetMapping
    @Operation(operationId = "teams")
    TeamPage list(
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return teams.list(me.person(), search, page, size);
    }

    @GetMapping("/{key}")
    @Operation(operationId = "team")
    TeamSheet sheet(
            @PathVariable String key,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return teams.sheet(me.person(), key, page, size);
    }

    @PostMapping
    @Operation(operationId = "newTeam")
    MadeTeam create(@RequestBody TeamEdit edit) {
        return new MadeTeam(edits.create(me.person(), edit));
    }

    @PutMapping("/{key}")
    @Operation(operationId = "changeTeam")
    Preview change(
            @PathVariable String key,
            @ParameterObject Submission.Parameters how,
            @RequestBody TeamEdit edit) {
        return edits.change(how.by(me.person(), act("team", key, edit)), key, edit);
    }

    @DeleteMapping("/{key}")
    @Operation(operationId = "removeTeam")
    Preview remove(@PathVariable String key, @ParameterObject Submission.Parameters how) {
        return edits.remove(how.by(me.person(), act("team-removal", key, null)), key);
    }

    private static RequestedAct act(String act, String key, Object edit) {
        return new RequestedAct(act, key, edit, "team", List.of(key));
    }

    @PostMapping("/{key}/members")
    @Operation(operationId = "changeMembers")
    Preview members(
            @PathVariable String key,
            @ParameterObject Submission.Parameters how,
            @RequestBody MemberEdit edit) {
        return members.members(how.by(me.person(), act("members", key, edit)), key, edit);
    }

    /** Pasted addresses, judged: who could join by them. */
    @PostMapping("/{key}/judge")
    @Operation(operationId = "judgeMembers")
    List<JudgedMember> judge(@PathVariable String key, @Valid @RequestBody PastedMembers pasted) {
        return members.judge(me.person(), key, pasted.text());
    }

    @PostMapping("/{key}/message")
    @Operation(operationId = "messageTeam")
    Messaged message(@PathVariable String key, @Valid @RequestBody Message message) {
        return new Messaged(members.message(me.person(), key, message));
    }
}
