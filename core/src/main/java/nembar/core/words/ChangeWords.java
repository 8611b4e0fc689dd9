package nembar.core.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/**
 * Says what changes do to a catalogue and a design, a sentence for each element that they touch,
 * with names instead of keys: "Run voyages: change cargo lots, own unit → own branch".
 */
public final class ChangeWords {
    private static final String NONE = "none";

    private final AccessModel before;
    private final AccessModel after;

    /**
     * @param before the model that the changes are made to
     * @param after the model with them made
     */
    public ChangeWords(AccessModel before, AccessModel after) {
        this.before = before;
        this.after = after;
    }

    /** A sentence for each element touched that is not as it was, in the order of the changes. */
    public List<String> of(List<Change> changes) {
        return Changes.touched(changes).stream().flatMap(one -> of(one).stream()).toList();
    }

    /** What becomes of one element; empty where it stays as it was. */
    public Optional<String> of(Change.Remove touched) {
        Optional<Element> was = before.element(touched.kind(), touched.key());
        Optional<Element> is = after.element(touched.kind(), touched.key());
        if (was.equals(is)) {
            return Optional.empty();
        }
        if (was.isEmpty()) {
            return Optional.of(added(is.orElseThrow()));
        }
        return Optional.of(is.map(now -> changed(was.get(), now)).orElseGet(() -> gone(was.get())));
    }

    private String added(Element element) {
        if (element instanceof Assignment one) {
            return given(one, after);
        }
        Optional<String> sentence = sentence(element, after);
        if (sentence.isPresent()) {
            return sentence.get();
        }
        String what = "New " + element.kind().words() + ": " + name(element, after);
        if (element instanceof PrivilegeSet set && !set.privileges().isEmpty()) {
            return what + ", " + privileges(new PrivilegeSet(set.key(), "", "", List.of()), set);
        }
        if (element.kind().inCatalogue()) {
            return what + new CatalogueWords(after).added(element);
        }
        if (element instanceof Role role && !role.sets().isEmpty()) {
            return what + ", made of " + Wording.and(setNames(role.sets(), after));
        }
        return what;
    }

    private String changed(Element was, Element is) {
        List<String> parts = new ArrayList<>();
        if (was instanceof PrivilegeSet one && is instanceof PrivilegeSet other) {
            renamed(one.name(), other.name(), parts);
            String privileges = privileges(one, other);
            if (!privileges.isEmpty()) {
                parts.add(privileges);
            }
            purpose(one.purpose(), other.purpose(), parts);
            return one.name() + ": " + parts(parts);
        }
        if (was instanceof Role one && is instanceof Role other) {
            renamed(one.name(), other.name(), parts);
            role(one, other, parts);
            purpose(one.purpose(), other.purpose(), parts);
            return one.name() + ": " + parts(parts);
        }
        if (was.kind().inCatalogue()) {
            return Changes.name(was) + ": " + parts(new CatalogueWords(after).changed(was, is));
        }
        if (was instanceof Assignment one && is instanceof Assignment other) {
            return given(other, after) + "; it was: " + given(one, before);
        }
        return sentence(is, after)
                .map(now -> now + "; it was: " + sentence(was, before).orElse(""))
                .orElseGet(() -> "Change " + called(is, after));
    }

    /** As it stands in the drawers, without its full stop. */
    private static Optional<String> sentence(Element element, AccessModel model) {
        return new Sentences(model)
                .of(element)
                .map(Sentence::text)
                .map(text -> text.substring(0, text.length() - 1));
    }

    private String gone(Element element) {
        if (element instanceof Assignment one) {
            Explanation explanation = Explanation.ofDesign(before);
            return "Take "
                    + explanation.assignment(one)
                    + " from "
                    + explanation.audience(one.audience());
        }
        return "Take away " + called(element, before);
    }

    private static String parts(List<String> parts) {
        return parts.isEmpty() ? "in another order" : String.join("; ", parts);
    }

    private static void renamed(String was, String is, List<String> parts) {
        if (!was.equals(is)) {
            parts.add("called " + is + " from now on");
        }
    }

    private static void purpose(String was, String is, List<String> parts) {
        if (!was.equals(is)) {
            parts.add("another purpose");
        }
    }

    private void role(Role was, Role is, List<String> parts) {
        List<String> more = is.sets().stream().filter(one -> !was.sets().contains(one)).toList();
        List<String> less = was.sets().stream().filter(one -> !is.sets().contains(one)).toList();
        if (!more.isEmpty()) {
            parts.add("with " + Wording.and(setNames(more, after)));
        }
        if (!less.isEmpty()) {
            parts.add("without " + Wording.and(setNames(less, before)));
        }
        if (was.meantFor() != is.meantFor()) {
            parts.add("meant for " + Words.of(is.meantFor()));
        }
        if (!was.conflicts().equals(is.conflicts())) {
            List<String> names =
                    is.conflicts().stream()
                            .map(key -> after.design().role(key).map(Role::name).orElse(key))
                            .toList();
            parts.add(
                    names.isEmpty()
                            ? "in conflict with no role"
                            : "in conflict with " + Wording.and(names));
        }
    }

    private static List<String> setNames(List<String> keys, AccessModel model) {
        return keys.stream()
                .map(key -> model.design().set(key).map(PrivilegeSet::name).orElse(key))
                .toList();
    }

    private String given(Assignment one, AccessModel model) {
        Explanation explanation = Explanation.ofDesign(model);
        return "Give "
                + explanation.assignment(one)
                + " to "
                + explanation.audience(one.audience());
    }

    private static String called(Element element, AccessModel model) {
        return "the " + element.kind().words() + " " + name(element, model);
    }

    private static String name(Element element, AccessModel model) {
        if (element instanceof Expectation one) {
            return one.name();
        }
        if (element instanceof Delegation one) {
            Map<String, String> names = model.directory().personNames();
            return names.getOrDefault(one.delegate(), one.delegate())
                    + " for "
                    + names.getOrDefault(one.principal(), one.principal());
        }
        if (element instanceof AccountFilter one) {
            return one.name();
        }
        if (element instanceof FieldFilter one) {
            return one.name();
        }
        if (element instanceof DirectShare one) {
            RecordType type = type(model, one.recordType());
            return type.singular() + " " + one.record();
        }
        return Changes.name(element);
    }

    /** What a set gives otherwise, told by what it is given on. */
    private String privileges(PrivilegeSet was, PrivilegeSet is) {
        Map<String, List<String>> old = PrivilegeWords.by(was.privileges(), before);
        Map<String, List<String>> now = PrivilegeWords.by(is.privileges(), after);
        return Stream.concat(old.keySet().stream(), now.keySet().stream())
                .distinct()
                .filter(on -> !said(old, on).equals(said(now, on)))
                .map(on -> on + ", " + said(old, on) + " → " + said(now, on))
                .reduce((one, other) -> one + "; " + other)
                .orElse("");
    }

    private static String said(Map<String, List<String>> all, String on) {
        return all.containsKey(on) ? String.join(" and ", all.get(on)) : NONE;
    }

    private static RecordType type(AccessModel model, String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }

    /** What a new draft is called that begins with these changes: by the first element touched. */
    public String title(List<Change> changes) {
        Change first = changes.get(0);
        return after.element(first.kind(), first.key())
                .map(is -> is instanceof Assignment of ? given(of, after) : name(is, after))
                .or(() -> before.element(first.kind(), first.key()).map(this::gone))
                .orElse(first.key());
    }
}
