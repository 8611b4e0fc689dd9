package nembar.core.testing;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.to;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.governance.Author;
import nembar.core.governance.Objection;
import nembar.core.governance.StandingRules;
import nembar.core.model.AccessModel;

/** The harbour, and who administers it in Nembar. */
public final class NembarOfHarbour {
    public final Harbour harbour = new Harbour();
    public final List<Element> own = new ArrayList<>();

    /** What stands against changes of the harbour's design. */
    public List<Objection> objections(String author, Set<String> approvers, Change... changes) {
        AccessModel now = harbour.model();
        return objections(author, approvers, now, Changes.apply(now, List.of(changes)));
    }

    public List<Objection> objections(
            String author, Set<String> approvers, AccessModel now, AccessModel next) {
        return StandingRules.of(
                nembar(),
                new Moment(now, NOW),
                new Moment(next, NOW),
                Author.of(now.directory().person(author).orElseThrow()),
                approvers);
    }

    /** May change everybody, and give nothing. */
    public void changesPeople(String person) {
        own.add(
                new PrivilegeSet(
                        "of-" + person,
                        "Of " + person,
                        "",
                        List.of(new RecordPrivilege("person", "change", Reach.ALL))));
        own.add(assignment(person, Bounds.NONE, Times.ALWAYS));
    }

    /** What the person administers ends. */
    public void administersUntil(String person, Instant until) {
        own.removeIf(one -> one.key().equals("to-" + person));
        Times times = Times.between(Optional.empty(), Optional.of(until));
        own.add(assignment(person, Bounds.NONE, times));
    }

    private static Assignment assignment(String person, Bounds bounds, Times times) {
        return new Assignment(
                "to-" + person,
                to(person),
                new Assignment.Gives.OfSet("of-" + person),
                bounds,
                times,
                "",
                Optional.empty(),
                Optional.empty());
    }

    /** May change people within the reach, and give, change and publish everything. */
    public void administers(String person, Reach reach, Bounds bounds) {
        List<Privilege> privileges = new ArrayList<>();
        privileges.add(new RecordPrivilege("person", "change", reach));
        for (String type : List.of("role", "privilege_set")) {
            privileges.add(new RecordPrivilege(type, "give", Reach.ALL));
        }
        for (String type :
                List.of("sharing_rule", "direct_share", "account_filter", "delegation")) {
            privileges.add(new RecordPrivilege(type, "change", Reach.ALL));
        }
        privileges.add(new RecordPrivilege("draft", "publish", Reach.ALL));
        own.add(new PrivilegeSet("of-" + person, "Of " + person, "", privileges));
        own.add(assignment(person, bounds, Times.ALWAYS));
    }

    /** The model of Nembar itself. */
    public AccessModel nembar() {
        List<RecordType> types =
                Stream.of(
                                "role",
                                "privilege_set",
                                "assignment",
                                "sharing_rule",
                                "direct_share",
                                "account_filter",
                                "field_filter",
                                "delegation",
                                "draft")
                        .map(NembarOfHarbour::type)
                        .toList();
        List<RecordType> all = new ArrayList<>(types);
        all.add(person());
        return AccessModel.of(
                new Application("nembar", "Nembar", ZoneId.of("UTC")),
                new Catalogue(List.of(new Area("all", "All", Optional.empty())), all, List.of()),
                harbour.directory(),
                Design.of(own));
    }

    private static RecordType person() {
        return new RecordType(
                "person",
                "Person",
                "People",
                "all",
                new TableName("nembar", "person"),
                "key",
                "key",
                new RecordType.Places(
                        Optional.of("key"),
                        Optional.empty(),
                        Optional.of("unit"),
                        Optional.empty()),
                Optional.empty(),
                List.of(field("key"), field("unit")),
                List.of());
    }

    private static RecordType type(String key) {
        return new RecordType(
                key,
                key,
                key,
                "all",
                new TableName("nembar", key),
                "id",
                "id",
                new RecordType.Places(
                        Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty()),
                Optional.empty(),
                List.of(field("id"), field("application")),
                List.of(new Operation("give", "give"), new Operation("publish", "publish")));
    }

    private static Field field(String key) {
        return new Field(
                key,
                key,
                List.of(Column.plain(key)),
                FieldType.TEXT,
                false,
                Set.of(),
                Optional.empty(),
                List.of());
    }
}
