package nembar.server.command;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Snapshot;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.server.history.Actor;
import nembar.server.store.ElementRef;

/**
 * Something that somebody wants changed: who, why, and how it is worked out from what is published
 * when its turn comes (docs/changes.md). Immutable; a {@link Builder} puts it together.
 */
public final class Command {
    private final Actor actor;
    private final String reason;
    private final Function<Snapshot, ChangeSet> changes;
    private final List<Need> needs;
    private final List<Person> onSignIn;
    private final Map<ElementRef, Long> seen;
    private final Set<String> approvers;
    private final Predicate<Objection> waived;
    private final String override;
    private final List<Edited> edited;
    private final List<String> warnings;
    private final List<Consumer<Judgement>> within;
    private final Optional<HandingOver> handingOver;
    private final Optional<Instant> at;
    private final Optional<String> publisher;
    private final boolean publishes;

    /**
     * What one writer has written of a change of several: it is within that writer's rights too.
     *
     * @param changes what of the whole they wrote
     */
    public record Edited(Person writer, ChangeSet changes) {}

    private Command(Builder of) {
        actor = of.actor;
        reason = of.reason;
        changes = of.changes;
        needs = List.copyOf(of.needs);
        onSignIn = List.copyOf(of.onSignIn);
        seen = Map.copyOf(of.seen);
        approvers = Set.copyOf(of.approvers);
        waived = of.waived;
        override = of.override;
        edited = List.copyOf(of.edited);
        warnings = List.copyOf(of.warnings);
        within = List.copyOf(of.within);
        handingOver = of.handingOver;
        at = of.at;
        publisher = of.publisher;
        publishes = of.publishes;
    }

    /**
     * @param reason what is done, in words, or why
     */
    public static Builder by(Actor actor, String reason) {
        return new Builder(actor, reason);
    }

    public static Builder by(Person person, String reason) {
        return by(Actor.of(person), reason);
    }

    /** Puts a command together. */
    public static final class Builder {
        private final Actor actor;
        private final String reason;
        private Function<Snapshot, ChangeSet> changes = now -> ChangeSet.NONE;
        private final List<Need> needs = new ArrayList<>();
        private final List<Person> onSignIn = new ArrayList<>();
        private final Map<ElementRef, Long> seen = new HashMap<>();
        private final Set<String> approvers = new HashSet<>();
        private Predicate<Objection> waived = any -> false;
        private String override = "";
        private final List<Edited> edited = new ArrayList<>();
        private final List<String> warnings = new ArrayList<>();
        private final List<Consumer<Judgement>> within = new ArrayList<>();
        private Optional<HandingOver> handingOver = Optional.empty();
        private Optional<Instant> at = Optional.empty();
        private Optional<String> publisher = Optional.empty();
        private boolean publishes = true;

        private Builder(Actor actor, String reason) {
            this.actor = actor;
            this.reason = reason;
        }

        /** How the changes are worked out from what is published. */
        public Builder changing(Function<Snapshot, ChangeSet> how) {
            changes = how;
            return this;
        }

        /** Permissions it takes besides those that the changes do. */
        public Builder needing(List<Need> some) {
            needs.addAll(some);
            return this;
        }

        public Builder needing(Need one) {
            return needing(List.of(one));
        }

        /** People to whose way in something is done besides what the changes do. */
        public Builder onSignIn(List<Person> people) {
            onSignIn.addAll(people);
            return this;
        }

        /** The version that the author has seen of something, which it still has to have. */
        public Builder seen(ElementRef element, Long version) {
            if (version != null) {
                seen.put(element, version);
            }
            return this;
        }

        public Builder approvedBy(Set<String> people) {
            approvers.addAll(people);
            return this;
        }

        /** Objections that do not count against it. */
        public Builder waiving(Predicate<Objection> some) {
            waived = some;
            return this;
        }

        /** Why broken expectations are put up with; empty or null where they are not. */
        public Builder overriding(String why) {
            override = why == null ? "" : why.strip();
            return this;
        }

        /** What others wrote of it. */
        public Builder edited(List<Edited> some) {
            edited.addAll(some);
            return this;
        }

        /** What is worth a second look. */
        public Builder warning(List<String> some) {
            warnings.addAll(some);
            return this;
        }

        /** Written in the same transaction. */
        public Builder within(Runnable also) {
            within.add(any -> also.run());
            return this;
        }

        /** Does something more within the transaction, with what the command has come to. */
        public Builder within(Consumer<Judgement> also) {
            within.add(also);
            return this;
        }

        /** Records that change hands with it. */
        public Builder handingOver(HandingOver what) {
            handingOver = Optional.of(what);
            return this;
        }

        /**
         * As of a past instant, published by somebody: for a world that is made with a past.
         *
         * @param when not before any earlier publication
         */
        public Builder asOf(Instant when, String publishedBy) {
            at = Optional.of(when);
            publisher = Optional.of(publishedBy);
            return this;
        }

        /** Leaves no publication: of what sets an installation up. */
        public Builder unpublished() {
            publishes = false;
            return this;
        }

        public Command build() {
            return new Command(this);
        }
    }

    public Actor actor() {
        return actor;
    }

    public String reason() {
        return reason;
    }

    ChangeSet changes(Snapshot now) {
        return changes.apply(now);
    }

    List<Need> needs() {
        return needs;
    }

    List<Person> onSignIn() {
        return onSignIn;
    }

    Map<ElementRef, Long> seen() {
        return seen;
    }

    public Set<String> approvers() {
        return approvers;
    }

    boolean waives(Objection objection) {
        return waived.test(objection);
    }

    public String override() {
        return override;
    }

    List<Edited> edited() {
        return edited;
    }

    public List<String> warnings() {
        return warnings;
    }

    void runWithin(Judgement judgement) {
        within.forEach(one -> one.accept(judgement));
    }

    Optional<HandingOver> handingOver() {
        return handingOver;
    }

    Optional<Instant> at() {
        return at;
    }

    /** Key of whoever publishes it. */
    String publisher() {
        return publisher.orElse(actor.key());
    }

    boolean publishes() {
        return publishes;
    }
}
