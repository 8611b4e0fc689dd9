package nembar.server.document;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;

/** Takes the core's shapes to a design document; reading that gives the same model again. */
public final class DocumentWriter {
    private DocumentWriter() {}

    /** The whole document of a model. */
    public static DesignDocument write(AccessModel model) {
        return new DesignDocument(
                DesignDocument.FORMAT,
                application(model.application()),
                catalogue(model.catalogue()),
                directory(model.directory()),
                DesignWriter.design(model.design()));
    }

    public static DesignDocument.CataloguePart catalogue(Catalogue catalogue) {
        return new DesignDocument.CataloguePart(
                catalogue.areas().stream().map(DocumentWriter::area).toList(),
                catalogue.recordTypes().stream().map(DocumentWriter::recordType).toList(),
                catalogue.functions().stream().map(DocumentWriter::function).toList());
    }

    public static DesignDocument.RecordTypePart recordType(RecordType type) {
        return new DesignDocument.RecordTypePart(
                type.key(),
                type.singular(),
                type.plural(),
                type.area(),
                type.table().text(),
                type.keyField(),
                type.titleField(),
                type.places().owner().orElse(null),
                type.places().team().orElse(null),
                type.places().unit().orElse(null),
                type.places().account().orElse(null),
                type.parent()
                        .map(
                                parent ->
                                        new DesignDocument.ParentPart(
                                                parent.recordType(),
                                                parent.through(),
                                                Words.of(parent.follows()),
                                                parent.lifts()))
                        .orElse(null),
                type.ownOperations().stream()
                        .map(one -> new DesignDocument.OperationPart(one.key(), one.label()))
                        .toList(),
                type.fields().stream().map(DocumentWriter::field).toList());
    }

    private static DesignDocument.FieldPart field(Field field) {
        return new DesignDocument.FieldPart(
                field.key(),
                field.label(),
                shortColumn(field).filter(name -> !name.equals(field.key())).orElse(null),
                shortColumn(field).isPresent()
                        ? List.of()
                        : field.columns().stream().map(DocumentWriter::column).toList(),
                Words.of(field.type()),
                field.guarded(),
                List.copyOf(field.classifications()),
                field.refersTo().orElse(null),
                field.choices(),
                field.link()
                        .map(
                                link ->
                                        new DesignDocument.LinkPart(
                                                link.table().text(),
                                                link.ofRecord().stream()
                                                        .map(DocumentWriter::column)
                                                        .toList()))
                        .orElse(null),
                field.lookup().map(DocumentWriter::lookup).orElse(null));
    }

    private static DesignDocument.LookupPart lookup(Lookup lookup) {
        Optional<Lookup.Through> through = lookup.through();
        return new DesignDocument.LookupPart(
                Words.of(lookup.identifier()),
                through.map(one -> one.table().text()).orElse(null),
                through.map(Lookup.Through::from).orElse(null),
                through.map(Lookup.Through::to).orElse(null));
    }

    /** The name of its one column, where that is kept as the field's type says. */
    private static Optional<String> shortColumn(Field field) {
        return field.columns().size() == 1
                ? field.columns().stream()
                        .filter(column -> column.stored() == Column.Stored.PLAIN)
                        .map(Column::name)
                        .findFirst()
                : Optional.empty();
    }

    private static DesignDocument.ColumnPart column(Column column) {
        return new DesignDocument.ColumnPart(
                column.name(),
                column.stored() == Column.Stored.PLAIN ? null : Words.of(column.stored()));
    }

    public static DesignDocument.FunctionPart function(Function function) {
        return new DesignDocument.FunctionPart(
                function.key(),
                function.name(),
                function.area(),
                function.levels(),
                function.needs().stream().map(DocumentWriter::need).toList());
    }

    private static DesignDocument.NeedPart need(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            return new DesignDocument.NeedPart(of.function(), of.level(), null, null);
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        return new DesignDocument.NeedPart(null, null, of.recordType(), of.operation());
    }

    private static DesignDocument.DirectoryPart directory(Directory directory) {
        return new DesignDocument.DirectoryPart(
                directory.attributes().stream().map(DocumentWriter::attribute).toList(),
                directory.accounts().stream().map(DocumentWriter::account).toList(),
                directory.units().stream().map(DocumentWriter::unit).toList(),
                directory.teams().stream().map(DocumentWriter::team).toList(),
                directory.people().stream().map(DocumentWriter::person).toList());
    }

    public static DesignDocument.ApplicationPart application(Application application) {
        return new DesignDocument.ApplicationPart(
                application.key(), application.name(), application.zone().getId());
    }

    public static DesignDocument.SetPart set(PrivilegeSet set) {
        return DesignWriter.set(set);
    }

    public static DesignDocument.RolePart role(Role role) {
        return DesignWriter.role(role);
    }

    /** How documents write a reach. */
    public static String reach(Reach reach) {
        return Words.of(reach);
    }

    public static DesignDocument.AreaPart area(Area area) {
        return new DesignDocument.AreaPart(
                area.key(),
                area.name(),
                area.stewards().map(AudienceWriter::audience).orElse(null));
    }

    public static DesignDocument.AttributePart attribute(Attribute one) {
        return new DesignDocument.AttributePart(
                one.key(), one.label(), Words.of(one.type()), one.choices());
    }

    public static DesignDocument.AccountPart account(Account account) {
        return new DesignDocument.AccountPart(
                account.key(),
                account.name(),
                account.own(),
                List.copyOf(account.tags()),
                account.pending(),
                account.ends().map(LocalDate::toString).orElse(null));
    }

    public static DesignDocument.UnitPart unit(Unit unit) {
        return new DesignDocument.UnitPart(unit.key(), unit.name(), unit.parent().orElse(null));
    }

    public static DesignDocument.TeamPart team(Team team) {
        return new DesignDocument.TeamPart(
                team.key(),
                team.name(),
                List.copyOf(team.members()),
                List.copyOf(team.leads()),
                team.who().map(Condition::text).orElse(null));
    }

    public static DesignDocument.PersonPart person(Person person) {
        return new DesignDocument.PersonPart(
                person.key(),
                Words.of(person.kind()),
                person.email(),
                person.givenName(),
                person.familyName(),
                person.accounts(),
                person.unit().orElse(null),
                person.manager().orElse(null),
                person.zone().getId(),
                Words.of(person.status()),
                attributes(person));
    }

    /** Days as texts; everything else is JSON's own. */
    private static Map<String, Object> attributes(Person person) {
        Map<String, Object> values = new TreeMap<>();
        person.attributes()
                .forEach(
                        (key, value) ->
                                values.put(
                                        key,
                                        value instanceof LocalDate ? value.toString() : value));
        return values;
    }
}
