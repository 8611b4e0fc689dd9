package nembar.core.governance;

import java.time.Instant;
import java.util.BitSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import nembar.core.answers.Edges;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.model.AccessModel;

/** The stewards of a guarded area (docs/access-model.md, section 1), as time goes by. */
final class Stewards {
    private Stewards() {}

    /** Keys of the area's stewards at an instant, whether they are active or not. */
    static Set<String> of(AccessModel model, Area area, Instant at) {
        BitSet personas = model.personasIn(area.stewards().orElseThrow(), at);
        return personas.stream()
                .mapToObj(model.personas().all()::get)
                .map(persona -> persona.person().key())
                .collect(Collectors.toSet());
    }

    /** The instants from one on at which there may be others. */
    static Edges edges(Timeline timeline, Area area, Instant from) {
        Edges edges = new Edges(from, timeline.model().application().zone());
        timeline.roleEdges(area.stewards().orElseThrow(), edges);
        return edges;
    }

    /** Keys of all who are stewards of it at some instant from one on. */
    static Set<String> ever(Timeline timeline, Area area, Instant from) {
        Set<String> stewards = new TreeSet<>();
        edges(timeline, area, from)
                .all()
                .forEach(at -> stewards.addAll(of(timeline.model(), area, at)));
        return stewards;
    }
}
