package nembar.server.document;

import static java.util.Map.entry;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.draft.Change;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Nearest;

/** Takes changes to and from their document form. */
public final class DocumentChanges {
    private static final Map<ElementKind, Class<?>> PARTS =
            Map.ofEntries(
                    entry(ElementKind.AREA, DesignDocument.AreaPart.class),
                    entry(ElementKind.RECORD_TYPE, DesignDocument.RecordTypePart.class),
                    entry(ElementKind.FUNCTION, DesignDocument.FunctionPart.class),
                    entry(ElementKind.PRIVILEGE_SET, DesignDocument.SetPart.class),
                    entry(ElementKind.ROLE, DesignDocument.RolePart.class),
                    entry(ElementKind.ASSIGNMENT, DesignDocument.AssignmentPart.class),
                    entry(ElementKind.SHARING_RULE, DesignDocument.SharingRulePart.class),
                    entry(ElementKind.DIRECT_SHARE, DesignDocument.DirectSharePart.class),
                    entry(ElementKind.ACCOUNT_FILTER, DesignDocument.AccountFilterPart.class),
                    entry(ElementKind.FIELD_FILTER, DesignDocument.FieldFilterPart.class),
                    entry(ElementKind.DELEGATION, DesignDocument.DelegationPart.class),
                    entry(ElementKind.EXPECTATION, DesignDocument.ExpectationPart.class),
                    entry(ElementKind.SEAT_POOL, DesignDocument.SeatPoolPart.class));

    private DocumentChanges() {}

    /**
     * The changes that these say.
     *
     * @throws ModelRefused with every problem found, by the place of the change
     */
    public static List<Change> read(List<ChangePart> parts) {
        List<Change> changes = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            String path = "changes[" + i + "]";
            try {
                changes.add(change(path, parts.get(i)));
            } catch (ModelRefused refused) {
                problems.addAll(refused.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
        return changes;
    }

    public static List<ChangePart> write(List<Change> changes) {
        return changes.stream().map(DocumentChanges::part).toList();
    }

    /** One element as it stands in its list of a design document. */
    public static Map<String, Object> element(Element element) {
        return DocumentJson.object(
                DocumentJson.text(
                        element.kind().inCatalogue()
                                ? CatalogueWriter.element(element)
                                : DesignWriter.element(element)));
    }

    /**
     * A privilege as it stands in its set.
     *
     * @throws ModelRefused with what is wrong about it
     */
    public static Privilege privilege(DesignDocument.PrivilegePart part) {
        PartReader reader = new PartReader();
        PrivilegeSet set =
                (PrivilegeSet)
                        new DesignReader(reader)
                                .element(
                                        ElementKind.PRIVILEGE_SET,
                                        new DesignDocument.SetPart("one", "One", "", List.of(part)),
                                        "one");
        if (!reader.problems().isEmpty()) {
            throw new ModelRefused(reader.problems());
        }
        return set.privileges().get(0);
    }

    private static ChangePart part(Change change) {
        if (change instanceof Change.Put put) {
            return new ChangePart(
                    put.kind().list(),
                    element(put.element()),
                    put.at().isPresent() ? put.at().getAsInt() : null,
                    null,
                    null);
        }
        return ChangePart.remove(change.kind().list(), change.key());
    }

    private static Change change(String path, ChangePart part) {
        if ((part.put() == null) == (part.remove() == null)) {
            throw refused(path, "a change puts an element or removes one: name put or remove");
        }
        if (part.remove() != null) {
            if (part.key() == null) {
                throw refused(path + ".key", "it is missing");
            }
            return new Change.Remove(kind(path + ".remove", part.remove()), part.key());
        }
        ElementKind kind = kind(path + ".put", part.put());
        if (part.element() == null || !(part.element().get("key") instanceof String key)) {
            throw refused(path + ".element.key", "it is missing");
        }
        PartReader reader = new PartReader();
        Object read = DocumentJson.convert(path + ".element", part.element(), PARTS.get(kind));
        Element element =
                kind.inCatalogue()
                        ? new CatalogueReader(reader).element(kind, read, key)
                        : new DesignReader(reader).element(kind, read, key);
        if (!reader.problems().isEmpty()) {
            throw new ModelRefused(
                    reader.problems().stream()
                            .map(one -> new Problem(path + ": " + one.path(), one.message()))
                            .toList());
        }
        return new Change.Put(
                element, part.at() == null ? OptionalInt.empty() : OptionalInt.of(part.at()));
    }

    private static ElementKind kind(String path, String list) {
        List<String> lists = Arrays.stream(ElementKind.values()).map(ElementKind::list).toList();
        return ElementKind.ofList(list)
                .orElseThrow(
                        () ->
                                refused(
                                        path,
                                        "no list `"
                                                + list
                                                + "` in a catalogue or a design"
                                                + Nearest.hint(list, lists)));
    }

    private static ModelRefused refused(String path, String message) {
        return new ModelRefused(List.of(new Problem(path, message)));
    }
}
