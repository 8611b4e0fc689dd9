package nembar.server.agreeing;

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
import nembar.server.consents.Consent;
import nembar.server.consents.Consents;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import org.springframework.stereotype.Service;

/**
 * Agreement to changes. A wish is done again, within its author's rights and held against
 * everything that holds then; agreeing lifts what stood against it and nothing else.
 */
@Service
class Agreeing {
    private final Consents consents;
    private final Models models;
    private final Map<String, Again<?>> acts = new HashMap<>();

    Agreeing(Consents consents, Models models, List<Again<?>> acts) {
        this.consents = consents;
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
    record ConsentLine(
            String id,
            String what,
            String why,
            String author,
            boolean mine,
            Instant asked,
            String state,
            String stillAsked,
            boolean agreed,
            String note) {}

    record ConsentPage(List<ConsentLine> waiting, long total) {}

    /**
     * One that waits, as it stands now.
     *
     * @param consequence what it would change, from today's access; empty where it cannot be done
     * @param problem why it cannot be done any more; empty where it can
     */
    record ConsentLook(ConsentLine waiting, Optional<Consequence> consequence, String problem) {}

    /**
     * @param made whether it has been done; otherwise others have still to agree
     */
    record ConsentAnswer(boolean made, List<Named> still) {}

    ConsentPage page(Person me, boolean open, int page, int size) {
        return new ConsentPage(
                consents.page(me.key(), open, page, size).stream()
                        .map(one -> line(me, one))
                        .toList(),
                consents.number(me.key(), open));
    }

    private ConsentLine line(Person me, Consent one) {
        Set<String> still = new HashSet<>(one.asked());
        still.removeAll(one.agreed());
        return new ConsentLine(
                one.id(),
                one.what(),
                one.why(),
                name(one.author()),
                one.author().equals(me.key()),
                one.at(),
                one.decided().map(Consent.Decided::outcome).orElse("waiting"),
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
        return models.directory().personNames().getOrDefault(key, key);
    }

    ConsentLook look(Person me, String id) {
        Consent consent = consents.waiting(me.key(), id);
        try {
            Consequence told = again(consent, Intent.look(author(consent)), consent.agreed());
            return new ConsentLook(line(me, consent), Optional.of(told), "");
        } catch (BadRequest | Refused | NotFound | Overtaken | ModelRefused problem) {
            return new ConsentLook(line(me, consent), Optional.empty(), problem.getMessage());
        }
    }

    private Person author(Consent consent) {
        return models.directory()
                .person(consent.author())
                .filter(Person::active)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "author",
                                        name(consent.author())
                                                + ", who asked for it, is not active any more."));
    }

    private Consequence again(Consent consent, Intent intent, Set<String> agreed) {
        return again(consent, intent.agreed(agreed, () -> {}));
    }

    private Consequence again(Consent consent, Intent intent) {
        return again(acts.get(consent.act()), consent, intent);
    }

    private static <B> Consequence again(Again<B> act, Consent consent, Intent intent) {
        return act.doing()
                .act(intent, consent.target(), DocumentJson.element(consent.body(), act.body()));
    }

    /**
     * Gives one's word for it; it is done where that is all that was wanted.
     *
     * @throws Refused where the word of {@code me} is not what is wanted
     */
    ConsentAnswer agree(Person me, String id) {
        Consent consent = consents.waiting(me.key(), id);
        Person author = author(consent);
        Consequence before = again(consent, Intent.look(author), consent.agreed());
        boolean wanted = before.canAgree().stream().anyMatch(one -> one.key().equals(me.key()));
        if (!before.against().isEmpty() && !wanted) {
            throw new Refused("Your word does not decide this.", before.against());
        }
        Set<String> agreed = new HashSet<>(consent.agreed());
        agreed.add(me.key());
        Consequence after = again(consent, Intent.look(author), agreed);
        if (!after.against().isEmpty()) {
            consents.agree(me.key(), id, after.canAgree().stream().map(Named::key).toList());
            return new ConsentAnswer(false, after.canAgree());
        }
        again(consent, Intent.make(author).agreed(agreed, () -> consents.made(me, id)));
        return new ConsentAnswer(true, List.of());
    }

    void refuse(Person me, String id, String note) {
        consents.refuse(me, id, note);
    }
}
