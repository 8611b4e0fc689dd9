package nembar.core.answers;

import java.util.List;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/** What could be done at any hour of the week. */
public final class AnyHour {
    private AnyHour() {}

    /** The model without its hours of the week; itself where it has none. */
    public static AccessModel of(AccessModel model) {
        List<Element> all = model.design().elements();
        return all.stream().noneMatch(AnyHour::hasHours)
                ? model
                : model.withDesign(Design.of(all.stream().map(AnyHour::of).toList()));
    }

    private static boolean hasHours(Element element) {
        return Meant.times(element).hours().isPresent();
    }

    private static Element of(Element element) {
        if (!hasHours(element)) {
            return element;
        }
        Times times = Meant.times(element).anyHour();
        if (element instanceof Assignment one) {
            return one.at(times);
        }
        return element instanceof SharingRule rule
                ? rule.at(times)
                : ((Delegation) element).at(times);
    }
}
