package nembar.server.document;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
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
                catalogue.areas().stream().map(CatalogueWriter::area).toList(),
                catalogue.recordTypes().stream().map(CatalogueWriter::recordType).toList(),
                catalogue.functions().stream().map(CatalogueWriter::function).toList());
    }

    public static DesignDocument.AreaPart area(Area area) {
        return CatalogueWriter.area(area);
    }

    public static DesignDocument.FieldPart field(Field field) {
        return CatalogueWriter.field(field);
    }

    public static DesignDocument.RecordTypePart recordType(RecordType type) {
        return CatalogueWriter.recordType(type);
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
                application.key(),
                application.name(),
                application.zone().getId(),
                Words.of(application.state()));
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
