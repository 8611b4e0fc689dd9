package nembar.core.answers;

import java.util.List;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/** What could be done at any hour of the week. */
public final class AnyHour {
    private AnyHour() {}

    /** The model without its hours of the week; itself where it has none. */
    public static AccessModel of(AccessModel model) {
        List<Element> all = model.design().elements();
        List<Element> atAny = all.stream().map(AnyHour::of).toList();
        for (int i = 0; i < all.size(); i++) {
            if (atAny.get(i) != all.get(i)) {
                return model.withDesign(Design.of(atAny));
            }
        }
        return model;
    }

    private static Element of(Element element) {
        if (Meant.times(element).hours().isEmpty()) {
            return element;
        }
        if (element instanceof Assignment one) {
            return one.at(one.times().anyHour());
        }
        return element instanceof SharingRule rule
                ? rule.at(rule.times().anyHour())
                : ((Delegation) element).at(((Delegation) element).times().anyHour());
    }
}
