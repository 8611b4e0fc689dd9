package nembar.core.answers;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;

/**
 * Who could do something with records of a type over a time, whichever of them and at whichever
 * hour of the week: told by one model after the other as they were published.
 */
public final class WhoCould {
    private final String type;
    private final String operation;
    private final Function<Moment, Function<Way, String>> words;
    private final List<Span> ended = new ArrayList<>();
    private Map<String, Since> standing = new LinkedHashMap<>();

    /**
     * @param type key of the record type
     * @param operation its key
     * @param words says by what somebody can, as it was at a moment
     */
    public WhoCould(String type, String operation, Function<Moment, Function<Way, String>> words) {
        this.type = type;
        this.operation = operation;
        this.words = words;
    }

    /**
     * Somebody who could without a break.
     *
     * @param until empty where they still can after the last that was looked at
     * @param by what let them, in words
     */
    public record Span(
            Person person, Instant from, Optional<Instant> until, SortedSet<String> by) {}

    /**
     * @param said elements that have been put into words, by identity: one that stays the very same
     *     says the same
     */
    private record Since(Person person, Instant from, SortedSet<String> by, Set<Object> said) {
        Since(Person person, Instant from) {
            this(person, from, new TreeSet<>(), Collections.newSetFromMap(new IdentityHashMap<>()));
        }

        Span until(Optional<Instant> end) {
            return new Span(person, from, end, by);
        }
    }

    /**
     * Looks at a model for the time it was published, at its first instant and whenever something
     * begins or ends in it.
     *
     * @param before is told of each moment before it is looked at
     */
    public void look(AccessModel model, Instant from, Instant until, Consumer<Instant> before) {
        AccessModel atAnyHour = AnyHour.of(model);
        SortedSet<Instant> instants = new TreeSet<>(Steady.ends(atAnyHour, from, until));
        instants.add(from);
        for (Instant at : instants) {
            before.accept(at);
            look(new Moment(atAnyHour, at));
        }
    }

    private void look(Moment moment) {
        Map<String, Since> now = new LinkedHashMap<>();
        moment.model()
                .catalogue()
                .recordType(type)
                .ifPresent(
                        of ->
                                of.operation(operation)
                                        .ifPresent(does -> able(moment, of, does, now)));
        standing.forEach(
                (key, since) -> {
                    if (!now.containsKey(key)) {
                        ended.add(since.until(Optional.of(moment.at())));
                    }
                });
        standing = now;
    }

    private void able(Moment moment, RecordType of, Operation does, Map<String, Since> now) {
        Function<Way, String> inWords = words.apply(moment);
        for (WhoCan.AtLevel<?> one : new WhoCan(moment).onAny(of, does)) {
            Person person = one.persona().person();
            Since since =
                    now.computeIfAbsent(
                            person.key(),
                            key ->
                                    Optional.ofNullable(standing.get(key))
                                            .orElseGet(() -> new Since(person, moment.at())));
            for (Way way : one.ways().get()) {
                if (way.element().isEmpty() || since.said().add(way.element().get())) {
                    since.by().add(inWords.apply(way));
                }
            }
        }
    }

    /** Everybody who could; those who still can come last. */
    public List<Span> spans() {
        List<Span> spans = new ArrayList<>(ended);
        standing.values().forEach(since -> spans.add(since.until(Optional.empty())));
        return spans;
    }
}
