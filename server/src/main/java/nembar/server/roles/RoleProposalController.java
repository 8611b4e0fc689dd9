package nembar.server.roles;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.model.ModelRefused;
import nembar.core.roles.RoleProposal;
import nembar.core.roles.RoleProposals;
import nembar.core.text.Words;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.http.OneOf;
import nembar.server.model.Moments;
import nembar.server.session.Me;
import nembar.server.use.UseStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Roles that are proposed, each with what it would change for people. */
@RestController
@RequestMapping("/api/applications/{application}/role-proposals")
class RoleProposalController {
    private static final int OF_EACH_KIND = 20;

    private final Moments moments;
    private final UseStore use;
    private final Governance governance;
    private final Me me;

    RoleProposalController(Moments moments, UseStore use, Governance governance, Me me) {
        this.moments = moments;
        this.use = use;
        this.governance = governance;
        this.me = me;
    }

    /**
     * A role that is proposed.
     *
     * @param people those it is about; none where it is about a role, whoever holds it
     * @param changed how many people it would give or take anything, at any of their accounts; 0
     *     where it is proved to change nobody's access
     * @param changes of a draft
     */
    record ProposedRole(
            @OneOf(RoleProposal.Kind.class) String kind,
            String sentence,
            List<Named> people,
            int changed,
            List<ChangePart> changes) {}

    @GetMapping
    @Operation(operationId = "roleProposals")
    List<ProposedRole> proposals(@PathVariable String application) {
        Person who = me.person();
        governance.requireOnDraft(who, "create", "new", application, who.key());
        Moment moment = moments.now(application);
        Predicate<Person> visible = governance.mayView(who);
        return RoleProposals.of(moment, use.of(application), OF_EACH_KIND).stream()
                .filter(
                        one ->
                                one.people().stream()
                                        .flatMap(
                                                key ->
                                                        moment
                                                                .model()
                                                                .directory()
                                                                .person(key)
                                                                .stream())
                                        .allMatch(visible))
                .flatMap(one -> shown(moment, one).stream())
                .toList();
    }

    /** Nothing where it cannot be made. */
    private static Optional<ProposedRole> shown(Moment before, RoleProposal one) {
        try {
            Moment after = before.with(Changes.apply(before.model(), one.changes()));
            return Optional.of(
                    new ProposedRole(
                            Words.of(one.kind()),
                            one.sentence(),
                            one.people().stream()
                                    .map(
                                            key ->
                                                    new Named(
                                                            key,
                                                            before.model()
                                                                    .directory()
                                                                    .personName(key)))
                                    .toList(),
                            (int)
                                    Impact.of(before, after).people().stream()
                                            .map(of -> of.persona().person().key())
                                            .distinct()
                                            .count(),
                            DocumentChanges.write(one.changes())));
        } catch (ModelRefused impossible) {
            return Optional.empty();
        }
    }
}
