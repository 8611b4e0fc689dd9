package nembar.server.approval;

import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;
import nembar.core.model.ModelRefused;
import nembar.core.text.Wording;
import nembar.server.command.Preview;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/**
 * Agreement to changes. A act is done again, within its author's rights and held against everything
 * that holds then; an approval lifts what stood against it and nothing else.
 */
@Service
class ApprovalService {
    private final Approvals approvals;
    private final Models models;
    private final Map<String, Repeatable<?>> acts = new HashMap<>();

    ApprovalService(Approvals approvals, Models models, List<Repeatable<?>> acts) {
        this.approvals = approvals;
        this.models = models;
        acts.forEach(one -> this.acts.put(one.act(), one));
    }

    /**
     * One that waits, or did.
     *
     * @param mine whether whoever looks is its author
     * @param state waiting, made, declined or withdrawn
     * @param stillAsked names of some of those asked who have not agreed
     * @param agreed whether whoever looks has agreed
     * @param note who decided and what they said, in a sentence; empty while it waits
     */
    record ApprovalLine(
            String id,
            String what,
            String why,
            String author,
            boolean mine,
            Instant asked,
            @OneOf(words = {"waiting", "made", "declined", "withdrawn"}) String state,
            String stillAsked,
            boolean agreed,
            String note) {}

    record ApprovalPage(List<ApprovalLine> waiting, long total) {}

    /**
     * One that waits, as it stands now.
     *
     * @param consequence what it would change, from today's access; empty where it cannot be done
     * @param problem why it cannot be done any more; empty where it can
     */
    record ApprovalLook(ApprovalLine waiting, Optional<Preview> consequence, String problem) {}

    /**
     * @param made whether it has been done; otherwise others have still to agree
     */
    record ApprovalAnswer(boolean made, List<Named> still) {}

    ApprovalPage page(Person me, boolean open, int page, int size) {
        return new ApprovalPage(
                approvals.page(me.key(), open, page, size).stream()
                        .map(one -> line(me, one))
                        .toList(),
                approvals.number(me.key(), open));
    }

    private ApprovalLine line(Person me, ApprovalRequest one) {
        Set<String> still = new HashSet<>(one.asked());
        still.removeAll(one.agreed());
        return new ApprovalLine(
                one.id(),
                one.what(),
                one.why(),
                name(one.author()),
                one.author().equals(me.key()),
                one.at(),
                one.decided().map(ApprovalRequest.Decided::outcome).orElse("waiting"),
                Wording.some(still.stream().map(this::name).sorted().toList()),
                one.agreed().contains(me.key()),
                one.decided()
                        .map(
                                decided ->
                                        name(decided.by())
                                                + (decided.note().isEmpty()
                                                        ? ""
                                                        : ": " + decided.note()))
                        .orElse(""));
    }

    private String name(String key) {
        return models.directory().personName(key);
    }

    ApprovalLook look(Person me, String id) {
        ApprovalRequest request = approvals.waiting(me.key(), id);
        try {
            Preview told = again(request, Submission.preview(author(request)), request.agreed());
            return new ApprovalLook(line(me, request), Optional.of(told), "");
        } catch (BadRequest | Refused | NotFound | Overtaken | ModelRefused problem) {
            return new ApprovalLook(line(me, request), Optional.empty(), problem.getMessage());
        }
    }

    private Person author(ApprovalRequest request) {
        return models.directory()
                .person(request.author())
                .filter(Person::active)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "author",
                                        name(request.author())
                                                + ", who asked for it, is not active any more."));
    }

    private Preview again(ApprovalRequest request, Submission submission, Set<String> agreed) {
        return again(request, submission.approved(agreed, () -> {}));
    }

    private Preview again(ApprovalRequest request, Submission submission) {
        return again(acts.get(request.act()), request, submission);
    }

    private static <B> Preview again(
            Repeatable<B> act, ApprovalRequest request, Submission submission) {
        return act.doing()
                .act(
                        submission,
                        request.target(),
                        DocumentJson.element(request.body(), act.body()));
    }

    /**
     * Gives one's word for it; it is done where that is all that was wanted.
     *
     * @throws Refused where the word of {@code me} is not what is wanted
     */
    ApprovalAnswer agree(Person me, String id) {
        ApprovalRequest request = approvals.waiting(me.key(), id);
        Person author = author(request);
        Preview before = again(request, Submission.check(author), request.agreed());
        boolean wanted = before.canAgree().stream().anyMatch(one -> one.key().equals(me.key()));
        if (!before.against().isEmpty() && !wanted) {
            throw new Refused("Your word does not decide this.", before.against());
        }
        Set<String> agreed = new HashSet<>(request.agreed());
        agreed.add(me.key());
        Preview after = again(request, Submission.check(author), agreed);
        if (!after.against().isEmpty()) {
            approvals.agree(me.key(), id, after.canAgree().stream().map(Named::key).toList());
            return new ApprovalAnswer(false, after.canAgree());
        }
        again(request, Submission.execute(author).approved(agreed, () -> approvals.made(me, id)));
        return new ApprovalAnswer(true, List.of());
    }

    void refuse(Person me, String id, String note) {
        approvals.refuse(me, id, note);
    }
}
