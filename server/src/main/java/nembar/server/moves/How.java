package nembar.server.moves;

import nembar.core.directory.Person;
import nembar.server.consents.Wish;
import nembar.server.moves.Intent.Far;

/**
 * How far something goes, as a request says it.
 *
 * @param preview whether it is only looked at
 * @param ask whether it is kept for somebody who can agree, instead of being done
 * @param why what they are told of it
 */
public record How(Boolean preview, Boolean ask, String why) {
    public Intent by(Person author, Wish wish) {
        Far far = Boolean.TRUE.equals(ask) ? Far.ASK : Far.MAKE;
        return Intent.make(author)
                .wishing(
                        Boolean.TRUE.equals(preview) ? Far.LOOK : far,
                        wish,
                        why == null ? "" : why);
    }
}
