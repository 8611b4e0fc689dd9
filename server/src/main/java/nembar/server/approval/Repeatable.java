package nembar.server.approval;

import nembar.server.command.Preview;

/**
 * An act that can wait for somebody's word: how it is done when that has come.
 *
 * @param act its name, as in {@link RequestedAct}
 * @param body the type of its words
 */
public record Repeatable<B>(String act, Class<B> body, Doing<B> doing) {
    /** Does it, or looks at it. */
    @FunctionalInterface
    public interface Doing<B> {
        /**
         * @param target key of what it is done to; empty where the body says it
         */
        Preview act(Submission submission, String target, B body);
    }
}
