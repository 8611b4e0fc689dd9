package nembar.core.words;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/** Says what becomes of the areas, record types and functions of a catalogue. */
final class CatalogueWords {
    private final AccessModel after;

    CatalogueWords(AccessModel after) {
        this.after = after;
    }

    /** What is said of a new one beside its name; empty where its name is enough. */
    String added(Element element) {
        if (element instanceof Area area) {
            return area.stewards().map(any -> ", " + guard(area)).orElse("");
        }
        if (element instanceof RecordType type) {
            return ", " + type.fields().size() + " fields of " + type.table().text();
        }
        return ", " + Wording.and(((Function) element).levels());
    }

    /** What is otherwise about one, part by part. */
    List<String> changed(Element was, Element is) {
        Parts parts = new Parts();
        if (was instanceof Area one && is instanceof Area other) {
            area(one, other, parts);
        } else if (was instanceof RecordType one && is instanceof RecordType other) {
            recordType(one, other, parts);
        } else if (was instanceof Function one && is instanceof Function other) {
            function(one, other, parts);
        }
        return parts.all;
    }

    private static final class Parts {
        private final List<String> all = new ArrayList<>();

        /** Adds the words where the two differ. */
        void where(Object was, Object is, String words) {
            if (!Objects.equals(was, is)) {
                all.add(words);
            }
        }

        void named(String was, String is) {
            where(was, is, "called " + is + " from now on");
        }

        void explained(String was, String is) {
            where(was, is, "another explanation");
        }
    }

    private void area(Area was, Area is, Parts parts) {
        parts.named(was.name(), is.name());
        parts.where(was.stewards(), is.stewards(), guard(is));
        parts.explained(was.explanation(), is.explanation());
    }

    private String guard(Area area) {
        return area.stewards()
                .map(
                        stewards ->
                                "guarded, stewards "
                                        + Explanation.ofDesign(after).audience(stewards))
                .orElse("no longer guarded");
    }

    private void recordType(RecordType was, RecordType is, Parts parts) {
        parts.named(was.plural(), is.plural());
        parts.where(was.singular(), is.singular(), "one of them called " + is.singular());
        parts.where(was.area(), is.area(), "in " + areaName(is.area()));
        parts.where(was.table(), is.table(), "read from " + is.table().text());
        parts.where(was.keyField(), is.keyField(), "known by " + label(is, is.keyField()));
        parts.where(was.titleField(), is.titleField(), "shown by " + label(is, is.titleField()));
        place("owner", was.places().owner(), is.places().owner(), is, parts);
        place("team", was.places().team(), is.places().team(), is, parts);
        place("unit", was.places().unit(), is.places().unit(), is, parts);
        place("account", was.places().account(), is.places().account(), is, parts);
        parts.where(was.parent(), is.parent(), parent(is.parent()));
        operations(was, is, parts);
        fields(was, is, parts);
        parts.explained(was.explanation(), is.explanation());
    }

    private String areaName(String key) {
        return after.catalogue().area(key).map(Area::name).orElse(key);
    }

    private static String label(RecordType type, String field) {
        return type.field(field).map(Field::label).orElse(field);
    }

    private static void place(
            String what, Optional<String> was, Optional<String> is, RecordType type, Parts parts) {
        parts.where(
                was,
                is,
                is.map(field -> "its " + what + " is " + label(type, field))
                        .orElse("without " + what));
    }

    private String parent(Optional<Parent> parent) {
        return parent.map(
                        one ->
                                "part of "
                                        + after.catalogue()
                                                .recordType(one.recordType())
                                                .map(RecordType::plural)
                                                .orElse(one.recordType())
                                        + (one.follows() == Parent.Follows.NONE
                                                ? ""
                                                : ", following " + Words.of(one.follows()))
                                        + (one.lifts() ? ", lifting view" : ""))
                .orElse("part of nothing");
    }

    private static void operations(RecordType was, RecordType is, Parts parts) {
        Map<String, Operation> known = new LinkedHashMap<>();
        was.ownOperations().forEach(one -> known.put(one.key(), one));
        for (Operation one : is.ownOperations()) {
            Operation old = known.remove(one.key());
            if (old == null) {
                parts.all.add("with the operation " + one.label());
            } else {
                parts.where(old.label(), one.label(), old.label() + " called " + one.label());
                parts.where(
                        old.explanation(),
                        one.explanation(),
                        "another explanation of " + one.label());
            }
        }
        known.values().forEach(one -> parts.all.add("without the operation " + one.label()));
    }

    private void fields(RecordType was, RecordType is, Parts parts) {
        Map<String, Field> known = was.fieldsByKey();
        for (Field one : is.fields()) {
            Field old = known.remove(one.key());
            if (old == null) {
                parts.all.add("with the field " + one.label() + (one.guarded() ? ", guarded" : ""));
            } else if (!old.equals(one)) {
                List<String> otherwise = field(old, one);
                parts.all.add(
                        old.label()
                                + " "
                                + (otherwise.isEmpty()
                                        ? "otherwise"
                                        : String.join(" and ", otherwise)));
            }
        }
        known.values().forEach(one -> parts.all.add("without the field " + one.label()));
    }

    private static List<String> field(Field was, Field is) {
        Parts parts = new Parts();
        parts.where(was.label(), is.label(), "called " + is.label());
        parts.where(was.guarded(), is.guarded(), is.guarded() ? "guarded" : "no longer guarded");
        parts.where(was.type(), is.type(), "as " + Words.of(is.type()));
        parts.where(was.refersTo(), is.refersTo(), "leading elsewhere");
        parts.where(was.columns(), is.columns(), "read from another column");
        parts.where(was.link(), is.link(), "read over another table");
        parts.where(was.lookup(), is.lookup(), "looked up otherwise");
        parts.where(was.choices(), is.choices(), "with other choices");
        labels(was.classifications(), is.classifications(), parts);
        parts.where(was.explanation(), is.explanation(), "explained otherwise");
        return parts.all;
    }

    private static void labels(Set<String> was, Set<String> is, Parts parts) {
        Set<String> more = new TreeSet<>(is);
        more.removeAll(was);
        Set<String> less = new TreeSet<>(was);
        less.removeAll(is);
        more.forEach(one -> parts.all.add("labelled " + one));
        less.forEach(one -> parts.all.add("no longer labelled " + one));
    }

    private void function(Function was, Function is, Parts parts) {
        parts.named(was.name(), is.name());
        parts.where(was.area(), is.area(), "in " + areaName(is.area()));
        parts.where(was.levels(), is.levels(), "with the levels " + Wording.and(is.levels()));
        parts.where(was.needs(), is.needs(), "with other needs");
        parts.explained(was.explanation(), is.explanation());
    }
}
