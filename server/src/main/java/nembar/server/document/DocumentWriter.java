package nembar.server.document;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.server.document.DesignDocument.WhoPart;

/** Takes the core's shapes to a design document; reading that gives the same model again. */
public final class DocumentWriter {
    private static final WhoWriter WHO = new WhoWriter();

    private DocumentWriter() {}

    /** The whole document of a model. */
    public static DesignDocument write(AccessModel model) {
        return new DesignDocument(
                DesignDocument.FORMAT,
                new DesignDocument.ApplicationPart(
                        model.application().key(),
                        model.application().name(),
                        model.application().zone().getId()),
                catalogue(model.catalogue()),
                directory(model.directory()),
                design(model.design()));
    }

    private static DesignDocument.CataloguePart catalogue(Catalogue catalogue) {
        return new DesignDocument.CataloguePart(
                catalogue.areas().stream()
                        .map(
                                area ->
                                        new DesignDocument.AreaPart(
                                                area.key(),
                                                area.name(),
                                                area.stewards()
                                                        .map(DocumentWriter::audience)
                                                        .orElse(null)))
                        .toList(),
                catalogue.recordTypes().stream().map(DocumentWriter::recordType).toList(),
                catalogue.functions().stream().map(DocumentWriter::function).toList());
    }

    private static DesignDocument.RecordTypePart recordType(RecordType type) {
        return new DesignDocument.RecordTypePart(
                type.key(),
                type.singular(),
                type.plural(),
                type.area(),
                type.table(),
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
                field.column().equals(field.key()) ? null : field.column(),
                field.type().word(),
                field.guarded(),
                List.copyOf(field.classifications()),
                field.refersTo().orElse(null),
                field.choices());
    }

    private static DesignDocument.FunctionPart function(Function function) {
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
                directory.accounts().stream()
                        .map(
                                one ->
                                        new DesignDocument.AccountPart(
                                                one.key(),
                                                one.name(),
                                                one.own(),
                                                List.copyOf(one.tags())))
                        .toList(),
                directory.units().stream()
                        .map(
                                one ->
                                        new DesignDocument.UnitPart(
                                                one.key(), one.name(), one.parent().orElse(null)))
                        .toList(),
                directory.teams().stream()
                        .map(
                                one ->
                                        new DesignDocument.TeamPart(
                                                one.key(),
                                                one.name(),
                                                List.copyOf(one.members()),
                                                List.copyOf(one.leads())))
                        .toList(),
                directory.people().stream().map(DocumentWriter::person).toList());
    }

    private static DesignDocument.PersonPart person(Person person) {
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
                Words.of(person.status()));
    }

    private static DesignDocument.DesignPart design(Design design) {
        return new DesignDocument.DesignPart(
                design.sets().stream()
                        .map(
                                set ->
                                        new DesignDocument.SetPart(
                                                set.key(),
                                                set.name(),
                                                set.purpose(),
                                                set.privileges().stream()
                                                        .map(DocumentWriter::privilege)
                                                        .toList()))
                        .toList(),
                design.roles().stream()
                        .map(
                                role ->
                                        new DesignDocument.RolePart(
                                                role.key(),
                                                role.name(),
                                                role.purpose(),
                                                Words.of(role.meantFor()),
                                                role.sets(),
                                                List.copyOf(role.conflicts())))
                        .toList(),
                design.assignments().stream().map(DocumentWriter::assignment).toList(),
                design.accountFilters().stream()
                        .map(
                                filter ->
                                        new DesignDocument.AccountFilterPart(
                                                filter.key(),
                                                filter.name(),
                                                audience(filter.audience()),
                                                scope(filter.accounts()),
                                                List.copyOf(filter.recordTypes())))
                        .toList(),
                design.fieldFilters().stream().map(DocumentWriter::fieldFilter).toList());
    }

    private static DesignDocument.PrivilegePart privilege(Privilege privilege) {
        if (privilege instanceof Privilege.RecordPrivilege of) {
            return new DesignDocument.PrivilegePart(
                    of.recordType(),
                    of.operation(),
                    List.of(),
                    null,
                    Words.of(of.reach()),
                    null,
                    null);
        }
        if (privilege instanceof Privilege.FieldPrivilege of) {
            return new DesignDocument.PrivilegePart(
                    of.recordType(),
                    null,
                    List.copyOf(of.fields()),
                    Words.of(of.use()),
                    Words.of(of.reach()),
                    null,
                    null);
        }
        Privilege.FunctionPrivilege of = (Privilege.FunctionPrivilege) privilege;
        return new DesignDocument.PrivilegePart(
                null, null, List.of(), null, null, of.function(), of.level());
    }

    private static DesignDocument.AssignmentPart assignment(Assignment assignment) {
        boolean ofRole = assignment.gives() instanceof Assignment.Gives.OfRole;
        return new DesignDocument.AssignmentPart(
                assignment.key(),
                audience(assignment.audience()),
                ofRole ? ((Assignment.Gives.OfRole) assignment.gives()).role() : null,
                ofRole ? null : ((Assignment.Gives.OfSet) assignment.gives()).set(),
                bounds(assignment.bounds()),
                instant(assignment.from()),
                instant(assignment.until()),
                assignment.reason(),
                assignment.givenBy().orElse(null),
                instant(assignment.givenAt()));
    }

    private static DesignDocument.BoundsPart bounds(Bounds bounds) {
        return bounds.equals(Bounds.NONE)
                ? null
                : new DesignDocument.BoundsPart(
                        bounds.accounts().map(DocumentWriter::scope).orElse(null),
                        bounds.units()
                                .map(
                                        units ->
                                                new DesignDocument.UnitScopePart(
                                                        List.copyOf(units.listed()), units.below()))
                                .orElse(null));
    }

    private static DesignDocument.AccountScopePart scope(AccountScope scope) {
        return new DesignDocument.AccountScopePart(
                scope.actedFor(), List.copyOf(scope.listed()), List.copyOf(scope.tagged()));
    }

    private static DesignDocument.FieldFilterPart fieldFilter(FieldFilter filter) {
        String effect = "freeze";
        String mask = null;
        if (filter.effect() instanceof FieldFilter.Effect.Hide) {
            effect = "hide";
        } else if (filter.effect() instanceof FieldFilter.Effect.Mask of) {
            effect = "mask";
            mask = Words.of(of.style());
        }
        return new DesignDocument.FieldFilterPart(
                filter.key(),
                filter.name(),
                audience(filter.audience()),
                filter.recordType(),
                List.copyOf(filter.fields()),
                effect,
                mask);
    }

    private static DesignDocument.AudiencePart audience(Audience audience) {
        return new DesignDocument.AudiencePart(
                audience.of().stream().map(part -> part.fold(WHO)).toList(),
                audience.except().stream().map(part -> part.fold(WHO)).toList());
    }

    private static String instant(Optional<Instant> instant) {
        return instant.map(Instant::toString).orElse(null);
    }

    private static final class WhoWriter implements Audience.Cases<WhoPart> {
        @Override
        public WhoPart onePerson(Audience.OnePerson part) {
            return new WhoPart(part.person(), null, null, null, null, null, null, null);
        }

        @Override
        public WhoPart oneTeam(Audience.OneTeam part) {
            return new WhoPart(null, part.team(), null, null, null, null, null, null);
        }

        @Override
        public WhoPart oneUnit(Audience.OneUnit part) {
            Boolean below = part.below() ? Boolean.TRUE : null;
            return new WhoPart(null, null, part.unit(), below, null, null, null, null);
        }

        @Override
        public WhoPart holdersOf(Audience.HoldersOf part) {
            return new WhoPart(null, null, null, null, part.role(), null, null, null);
        }

        @Override
        public WhoPart allStaff(Audience.AllStaff part) {
            return new WhoPart(null, null, null, null, null, "staff", null, null);
        }

        @Override
        public WhoPart allExternals(Audience.AllExternals part) {
            return new WhoPart(null, null, null, null, null, "externals", null, null);
        }

        @Override
        public WhoPart externalsOf(Audience.ExternalsOf part) {
            return new WhoPart(null, null, null, null, null, null, part.account(), null);
        }

        @Override
        public WhoPart externalsTagged(Audience.ExternalsTagged part) {
            return new WhoPart(null, null, null, null, null, null, null, part.tag());
        }
    }
}
