package nembar.server.profile;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Moment;
import nembar.core.command.ChangeSet;
import nembar.core.design.Delegation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Times;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.draft.Change;
import nembar.core.element.ElementKind;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Slug;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Days;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/**
 * Whom somebody lets act for them, and for whom they may act (docs/access-model.md, section 3). To
 * let another act is judged as every change; to end it is the principal's own at any moment.
 */
@Component
class OwnDelegations {
    private final Governance governance;
    private static final int FOUND_AT_MOST = 20;

    private final Models models;
    private final Moments moments;
    private final Submissions submissions;
    private final Acts acts;
    private final Clock clock;

    OwnDelegations(
            Governance governance,
            Models models,
            Moments moments,
            Submissions submissions,
            Acts acts,
            Clock clock) {
        this.governance = governance;
        this.models = models;
        this.moments = moments;
        this.submissions = submissions;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * One application in which somebody can do something.
     *
     * @param zone its time zone: days are its days
     * @param sets what they hold, and can let another act with
     */
    record OwnApplication(
            Named application, String zone, List<Named> sets, List<OwnDelegation> delegations) {}

    /**
     * @param mine whether whoever asks is the one acted for; else they may act
     * @param ended whether it is over
     */
    record OwnDelegation(String key, boolean mine, List<Sentence.Piece> sentence, boolean ended) {}

    /**
     * A delegation that is wanted.
     *
     * @param from first day; empty for at once
     * @param lastDay the last day; empty for no end
     */
    record DelegationWanted(
            @NotNull String application,
            @NotNull String delegate,
            @NotNull List<String> sets,
            String from,
            String lastDay,
            String reason) {}

    List<OwnApplication> of(Person me) {
        return models.all().stream()
                .map(model -> application(me, model))
                .filter(one -> !one.sets().isEmpty() || !one.delegations().isEmpty())
                .sorted(Comparator.comparing(one -> one.application().name()))
                .toList();
    }

    private OwnApplication application(Person me, AccessModel model) {
        Moment now = moments.now(model.application().key());
        Sentences sentences = new Sentences(model);
        Set<String> held = new LinkedHashSet<>();
        for (Persona persona : model.personas().of(me.key())) {
            now.access(persona).holdings().forEach(one -> held.add(one.set().key()));
        }
        return new OwnApplication(
                new Named(model.application().key(), model.application().name()),
                model.application().zone().getId(),
                model.design().sets().stream()
                        .filter(set -> held.contains(set.key()))
                        .map(set -> new Named(set.key(), set.name()))
                        .toList(),
                model.design().delegations().stream()
                        .filter(
                                one ->
                                        one.principal().equals(me.key())
                                                || one.delegate().equals(me.key()))
                        .map(
                                one ->
                                        new OwnDelegation(
                                                one.key(),
                                                one.principal().equals(me.key()),
                                                sentences
                                                        .of(one)
                                                        .map(Sentence::pieces)
                                                        .orElse(List.of()),
                                                one.times().ended(now.at())))
                        .toList());
    }

    /**
     * People of the same account whose names have a text: those one may view, of one's unit or of
     * one's teams; of others who they are has to be known already, by name or address.
     */
    List<Named> colleagues(Person me, String search) {
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        Predicate<Person> near = near(me);
        return models.directory().people().stream()
                .filter(one -> one.active() && one.kind() != PersonKind.SERVICE)
                .filter(one -> !one.key().equals(me.key()))
                .filter(one -> one.accounts().stream().anyMatch(me.accounts()::contains))
                .filter(
                        one ->
                                one.name().equalsIgnoreCase(wanted)
                                        || one.email().equalsIgnoreCase(wanted)
                                        || one.name().toLowerCase(Locale.ROOT).contains(wanted)
                                                && near.test(one))
                .sorted(Comparator.comparing(Person::name))
                .limit(FOUND_AT_MOST)
                .map(one -> new Named(one.key(), one.name()))
                .toList();
    }

    private Predicate<Person> near(Person me) {
        Directory directory = models.directory();
        Set<String> teams = directory.membersOf(directory.teamsOf(me.key()));
        return governance
                .mayView(me)
                .or(one -> me.unit().isPresent() && one.unit().equals(me.unit()))
                .or(one -> teams.contains(one.key()));
    }

    /**
     * Lets somebody act for oneself, or says what that would change and who would have to agree.
     */
    Preview make(Submission submission, DelegationWanted wanted) {
        Person me = submission.author();
        AccessModel model = models.model(named(wanted.application(), "application"));
        Person delegate =
                models.directory()
                        .person(named(wanted.delegate(), "delegate"))
                        .orElseThrow(() -> new BadRequest("delegate", "Choose who is to act."));
        List<String> sets = wanted.sets();
        if (sets.isEmpty()) {
            throw new BadRequest("sets", "Choose at least one privilege set.");
        }
        Set<String> held = new LinkedHashSet<>();
        application(me, model).sets().forEach(one -> held.add(one.key()));
        for (String set : sets) {
            if (!held.contains(set)) {
                String name = model.design().set(set).map(PrivilegeSet::name).orElse(set);
                throw new BadRequest("sets", "You do not hold " + name + " yourself.");
            }
        }
        String reason = wanted.reason() == null ? "" : wanted.reason().strip();
        Delegation delegation =
                new Delegation(
                        Slug.of(
                                me.key() + " to " + delegate.key(),
                                "delegation",
                                key ->
                                        model.design()
                                                .element(ElementKind.DELEGATION, key)
                                                .isPresent()),
                        me.key(),
                        delegate.key(),
                        sets,
                        times(wanted, model.application().zone()),
                        reason);
        String words = "Let " + delegate.name() + " act for " + me.name();
        return submissions.submit(
                submission,
                Command.by(me, words)
                        .within(() -> acts.note(me.key(), "person", me.key(), words))
                        .changing(
                                now ->
                                        ChangeSet.of(
                                                wanted.application(),
                                                List.of(Change.Put.of(delegation)))));
    }

    /** Ends that somebody acts for oneself: nobody has to agree to that. */
    void end(Person me, String application, String key) {
        AccessModel model = models.model(application);
        Delegation known =
                model.design().delegations().stream()
                        .filter(one -> one.key().equals(key) && one.principal().equals(me.key()))
                        .findFirst()
                        .orElseThrow(() -> new NotFound("key", "Nobody acts for you by that."));
        String delegate = models.directory().personName(known.delegate());
        String words = delegate + " no longer acts for " + me.name();
        submissions.submit(
                Submission.execute(me),
                Command.by(me, words)
                        .waiving(one -> one.rule() != Objection.Rule.NEVER_NOBODY)
                        .overriding("Ended by " + me.name() + ", who was acted for.")
                        .within(() -> acts.note(me.key(), "person", me.key(), words))
                        .changing(
                                now ->
                                        ChangeSet.of(
                                                application, List.of(Change.Remove.of(known)))));
    }

    private static String named(String key, String path) {
        if (key == null || key.isBlank()) {
            throw new BadRequest(path, "It is missing.");
        }
        return key;
    }

    private Times times(DelegationWanted wanted, ZoneId zone) {
        Days.Period period =
                Days.period(wanted.from(), "lastDay", wanted.lastDay(), zone, clock.instant());
        return Times.between(period.from(), period.until());
    }
}
