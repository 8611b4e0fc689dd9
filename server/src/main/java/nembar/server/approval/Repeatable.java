package nembar.server.agreeing;

import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;

/**
 * An act that can wait for somebody's word: how it is done when that has come.
 *
 * @param act its name, as in {@link nembar.server.consents.Wish}
 * @param body the type of its words
 */
public record Again<B>(String act, Class<B> body, Doing<B> doing) {
    /** Does it, or looks at it. */
    @FunctionalInterface
    public interface Doing<B> {
        /**
         * @param target key of what it is done to; empty where the body says it
         */
        Consequence act(Intent intent, String target, B body);
    }
}
