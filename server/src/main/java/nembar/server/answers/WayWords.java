package nembar.server.answers;

import java.util.Locale;
import nembar.core.answers.Way;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;

/** By what people come by something, in words. */
public final class WayWords {
    private WayWords() {}

    public static String of(Sentences sentences, Way way) {
        return way.element()
                .flatMap(sentences::of)
                .map(Sentence::text)
                .orElseGet(
                        () ->
                                "With the "
                                        + way.with().orElseThrow().plural().toLowerCase(Locale.ROOT)
                                        + " that these records belong to or lift.");
    }
}
