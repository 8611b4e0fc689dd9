package nembar.core.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A sentence with slots (docs/access-model.md, section 3): "Open <b>voyages</b> to <b>Delta
 * Dispatch</b>". Read one after the other, its pieces are plain English.
 */
public record Sentence(List<Piece> pieces) {
    public Sentence {
        pieces = List.copyOf(pieces);
    }

    /**
     * @param slot whether it is what fills a slot, not the words between
     */
    public record Piece(String text, boolean slot) {}

    /** As plain text. */
    public String text() {
        return pieces.stream().map(Piece::text).collect(Collectors.joining());
    }

    /** Puts a sentence together. */
    static final class Builder {
        private final List<Piece> pieces = new ArrayList<>();

        Builder say(String words) {
            pieces.add(new Piece(words, false));
            return this;
        }

        Builder slot(String filled) {
            pieces.add(new Piece(filled, true));
            return this;
        }

        /** These words and the slot; neither where it is not filled. */
        Builder slot(String words, Optional<String> filled) {
            return filled.map(one -> say(words).slot(one)).orElse(this);
        }

        Builder slot(String words, String filled) {
            return slot(words, Optional.of(filled).filter(one -> !one.isEmpty()));
        }

        Sentence end() {
            return new Sentence(say(".").pieces);
        }
    }
}
