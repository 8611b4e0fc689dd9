package nembar.server.people;

import java.util.List;
import java.util.Optional;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.server.ask.Questions;
import nembar.server.ask.WhatCan;
import nembar.server.ask.WhatCanService;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/** All that somebody can do, before and after a role is given to them. */
@Component
class RoleSum {
    private final Models models;
    private final Moments moments;
    private final RoleGrants roleGrants;
    private final WhatCanService grids;
    private final Governance governance;

    RoleSum(
            Models models,
            Moments moments,
            RoleGrants roleGrants,
            WhatCanService grids,
            Governance governance) {
        this.models = models;
        this.moments = moments;
        this.roleGrants = roleGrants;
        this.grids = grids;
        this.governance = governance;
    }

    /** The sum of somebody's rights in the role's application. */
    record RightsSum(WhatCan before, WhatCan after) {}

    /**
     * The sum while the role is in force, whenever that is; of somebody who is not active as if
     * they were.
     *
     * @param account the account they act for; empty for their first
     */
    RightsSum of(Person me, Person person, RoleGrants.Given given, String account) {
        governance.requireOnPerson(me, "view", person);
        governance.requireOnApplication(me, "view", roleGrants.application(given));
        Snapshot now = models.current().snapshot();
        String application = given.application();
        AccessModel before = moments.now(application).model();
        AccessModel after =
                now.with(
                                ChangeSet.of(
                                        application,
                                        roleGrants.changes(
                                                now, given.withoutTimes(), List.of(person), me)))
                        .models()
                        .get(application);
        Optional<String> acting = Questions.account(person, now.directory(), account);
        return new RightsSum(
                grids.answer(access(before, person, acting), me),
                grids.answer(access(after, person, acting), me));
    }

    private PersonAccess access(AccessModel model, Person person, Optional<String> account) {
        return new PersonAccess(
                model,
                new Standpoint(person, account, moments.now(model.application().key()).at(), true));
    }
}
