package nembar.core.draft;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Nearest;

/**
 * Applies changes to a catalogue and a design, and finds those that undo others or lead from one to
 * another.
 */
public final class Changes {
    private final Map<ElementKind, List<Element>> lists = new EnumMap<>(ElementKind.class);

    private Changes(Elements now) {
        for (ElementKind kind : ElementKind.values()) {
            lists.put(kind, new ArrayList<>(now.elements(kind)));
        }
    }

    /**
     * The model with the changes made, checked as a whole: all of them or none.
     *
     * @throws ModelRefused when one removes what is not there, or the outcome cannot be
     */
    public static AccessModel apply(AccessModel model, List<Change> changes) {
        if (changes.isEmpty()) {
            return model;
        }
        Changes work = new Changes(model);
        changes.forEach(work::make);
        boolean governs = changes.stream().anyMatch(one -> one.kind().inCatalogue());
        return model.with(governs ? work.catalogue() : model.catalogue(), work.design());
    }

    /**
     * The design with the changes made, one after the other; references are not checked, and what
     * is changed of a catalogue is left aside.
     *
     * @throws ModelRefused when one removes what is not there
     */
    public static Design apply(Design design, List<Change> changes) {
        Changes work = new Changes(design);
        changes.stream().filter(one -> !one.kind().inCatalogue()).forEach(work::make);
        return work.design();
    }

    /**
     * The catalogue with the changes made; what is changed of a design is left aside.
     *
     * @throws ModelRefused when one removes what is not there
     */
    public static Catalogue apply(Catalogue catalogue, List<Change> changes) {
        List<Change> own = changes.stream().filter(one -> one.kind().inCatalogue()).toList();
        if (own.isEmpty()) {
            return catalogue;
        }
        Changes work = new Changes(catalogue);
        own.forEach(work::make);
        return work.catalogue();
    }

    /**
     * The changes that lead back after these have been made; applying both leaves everything equal
     * to what it was, order included.
     *
     * @throws ModelRefused when the changes cannot be made
     */
    public static List<Change> inverse(Elements now, List<Change> changes) {
        Changes work = new Changes(now);
        List<Change> inverse = new ArrayList<>();
        changes.forEach(change -> inverse.add(work.make(change)));
        Collections.reverse(inverse);
        return inverse;
    }

    /** Changes that lead from the one to the other; none where they are equal. */
    public static List<Change> between(Elements from, Elements to) {
        Changes work = new Changes(from);
        List<Change> changes = new ArrayList<>();
        for (ElementKind kind : ElementKind.values()) {
            for (Element old : from.elements(kind)) {
                if (to.element(kind, old.key()).isEmpty()) {
                    Change remove = Change.Remove.of(old);
                    work.make(remove);
                    changes.add(remove);
                }
            }
            List<? extends Element> wanted = to.elements(kind);
            for (int i = 0; i < wanted.size(); i++) {
                List<Element> now = work.lists.get(kind);
                if (i >= now.size() || !now.get(i).equals(wanted.get(i))) {
                    boolean inPlace =
                            i < now.size() && now.get(i).key().equals(wanted.get(i).key());
                    boolean atTheEnd = i == now.size();
                    Change put =
                            new Change.Put(
                                    wanted.get(i),
                                    inPlace || atTheEnd ? OptionalInt.empty() : OptionalInt.of(i));
                    work.make(put);
                    changes.add(put);
                }
            }
        }
        return changes;
    }

    /** The name that people know an element by; its key where it has none. */
    public static String name(Element element) {
        if (element instanceof PrivilegeSet set) {
            return set.name();
        }
        if (element instanceof Role role) {
            return role.name();
        }
        if (element instanceof RecordType type) {
            return type.plural();
        }
        if (element instanceof Area area) {
            return area.name();
        }
        if (element instanceof Function function) {
            return function.name();
        }
        return element instanceof SharingRule rule ? rule.name() : element.key();
    }

    /** The elements that any of the changes touches. */
    public static Set<Change.Remove> touched(List<Change> changes) {
        Set<Change.Remove> touched = new LinkedHashSet<>();
        changes.forEach(one -> touched.add(new Change.Remove(one.kind(), one.key())));
        return touched;
    }

    /** Makes the change and gives the one that undoes it. */
    private Change make(Change change) {
        List<Element> list = lists.get(change.kind());
        int known = placeOf(change.key(), list);
        if (change instanceof Change.Put put) {
            return put(put, list, known);
        }
        if (known < 0) {
            String path = change.kind().path(change.key());
            throw new ModelRefused(
                    List.of(
                            new Problem(
                                    path,
                                    "there is no "
                                            + change.kind().words()
                                            + " `"
                                            + change.key()
                                            + "` to remove"
                                            + Nearest.hint(
                                                    change.key(),
                                                    list.stream().map(Element::key).toList()))));
        }
        return new Change.Put(list.remove(known), OptionalInt.of(known));
    }

    private static Change put(Change.Put put, List<Element> list, int known) {
        Change undo =
                known < 0
                        ? Change.Remove.of(put.element())
                        : new Change.Put(list.get(known), OptionalInt.of(known));
        if (known >= 0 && put.at().isEmpty()) {
            list.set(known, put.element());
            return undo;
        }
        if (known >= 0) {
            list.remove(known);
        }
        list.add(Math.min(put.at().orElse(list.size()), list.size()), put.element());
        return undo;
    }

    private static int placeOf(String key, List<Element> list) {
        for (int i = 0; i < list.size(); i++) {
            if (list.get(i).key().equals(key)) {
                return i;
            }
        }
        return -1;
    }

    private Design design() {
        return Design.of(lists.values().stream().flatMap(List::stream).toList());
    }

    private Catalogue catalogue() {
        return Catalogue.of(lists.values().stream().flatMap(List::stream).toList());
    }
}
