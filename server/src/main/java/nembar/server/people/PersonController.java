package nembar.server.people;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import nembar.core.directory.Person;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.people.Belongings.Belonging;
import nembar.server.people.PersonActs.ActOn;
import nembar.server.people.PersonEdits.PersonEdit;
import nembar.server.people.RoleSum.RightsSum;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** One person, and acts on people, over HTTP. */
@RestController
@RequestMapping("/api/people")
class PersonController {
    private final PersonSheets sheets;
    private final PersonEdits edits;
    private final PersonActs acts;
    private final RoleSum sum;
    private final Belongings belongings;
    private final Governance governance;
    private final Me me;

    PersonController(
            PersonSheets sheets,
            PersonEdits edits,
            PersonActs acts,
            Belongings belongings,
            Governance governance,
            RoleSum sum,
            Me me) {
        this.sum = sum;
        this.sheets = sheets;
        this.edits = edits;
        this.acts = acts;
        this.belongings = belongings;
        this.governance = governance;
        this.me = me;
    }

    @GetMapping("/{key}")
    @Operation(operationId = "person")
    PersonSheet sheet(@PathVariable String key) {
        return sheets.sheet(me.person(), key);
    }

    /** Changes who they are and where they sit, or says what that would change. */
    @PutMapping("/{key}")
    @Operation(operationId = "changePerson")
    Preview change(
            @PathVariable String key,
            @ParameterObject Submission.Parameters how,
            @RequestBody PersonEdit edit) {
        RequestedAct act = new RequestedAct("person", key, edit, "person", List.of(key));
        return edits.change(how.by(me.person(), act), key, edit);
    }

    /** What they own and lead. */
    @GetMapping("/{key}/belongings")
    @Operation(operationId = "belongings")
    List<Belonging> belongings(@PathVariable String key) {
        Person person = sheets.known(key);
        governance.requireOnPerson(me.person(), "suspend", person);
        return belongings.of(person);
    }

    /**
     * All that somebody could do with a role besides what they hold.
     *
     * @param account the account they act for; left out for their first
     */
    @PostMapping("/{key}/with-role")
    @Operation(operationId = "withRole")
    RightsSum withRole(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String account,
            @Valid @RequestBody RoleGrants.Given given) {
        return sum.of(me.person(), sheets.known(key), given, account);
    }

    /** Does something to people, or says what that would change. */
    @PostMapping("/acts")
    @Operation(operationId = "actOnPeople")
    Preview act(@ParameterObject Submission.Parameters how, @Valid @RequestBody ActOn act) {
        RequestedAct requested = new RequestedAct("people", "", act, "person", act.people());
        return acts.act(how.by(me.person(), requested), act);
    }
}
