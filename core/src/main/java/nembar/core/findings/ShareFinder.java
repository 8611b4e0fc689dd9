package nembar.core.findings;

import java.util.List;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.ShareReach;
import nembar.core.design.SharingRule;
import nembar.core.draft.Change;
import nembar.core.element.Element;
import nembar.core.findings.Finding.Kind;

/** Sharing rules and direct shares of which the filters of their audience leave nothing. */
final class ShareFinder extends Finder {
    private final Counting counting;

    ShareFinder(Moment moment, Counting counting) {
        super(moment);
        this.counting = counting;
    }

    @Override
    void find() {
        ShareReach reach = new ShareReach(moment, counting);
        moment.representatives().forEach(persona -> reach.add(persona, any -> true));
        for (Element element : reach.shares()) {
            if (reach.opened(element) > 0 && reach.left(element) == 0) {
                add(
                        Kind.SHARE_CUT_TO_NOTHING,
                        List.of(concern(element)),
                        (element instanceof SharingRule rule
                                        ? "The sharing rule " + rule.name()
                                        : "A share of one record")
                                + " opens records, and the filters of those it is for let none of"
                                + " them through.",
                        List.of(Change.Remove.of(element)));
            }
        }
    }
}
