package nembar.server.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Meant;
import nembar.core.catalogue.Area;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Expectation;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.AllExternals;
import nembar.core.directory.Audience.AllStaff;
import nembar.core.directory.Audience.ExternalsOf;
import nembar.core.directory.Audience.ExternalsTagged;
import nembar.core.directory.Audience.HoldersOf;
import nembar.core.directory.Audience.OnePerson;
import nembar.core.directory.Audience.OneTeam;
import nembar.core.directory.Audience.OneUnit;
import nembar.core.directory.Audience.Part;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.words.Explanation;
import nembar.server.bench.Drawers.PartShown;
import nembar.server.document.AudienceWriter;

/** What audiences are put together from, by name. */
final class AudienceParts {
    private final Explanation explanation;
    private final List<PartShown> parts = new ArrayList<>();

    private AudienceParts(AccessModel model) {
        this.explanation = Explanation.ofDesign(model);
    }

    /** Every part there could be. */
    static List<PartShown> all(AccessModel model, Predicate<Person> visible) {
        AudienceParts all = new AudienceParts(model);
        Directory directory = model.directory();
        all.add(new AllStaff(), "everybody of the company");
        all.add(new AllExternals(), "all externals");
        directory
                .units()
                .forEach(
                        one -> {
                            all.add(new OneUnit(one.key(), false), "unit alone");
                            all.add(new OneUnit(one.key(), true), "unit and those below it");
                        });
        directory.teams().forEach(one -> all.add(new OneTeam(one.key()), "team"));
        model.design()
                .roles()
                .forEach(one -> all.add(new HoldersOf(one.key()), "whoever holds the role"));
        directory
                .accounts()
                .forEach(one -> all.add(new ExternalsOf(one.key()), "externals of one account"));
        directory.accounts().stream()
                .flatMap(one -> one.tags().stream())
                .distinct()
                .sorted()
                .forEach(tag -> all.add(new ExternalsTagged(tag), "externals by tag"));
        directory.people().stream()
                .filter(visible)
                .forEach(one -> all.add(new OnePerson(one.key()), "person"));
        return all.parts;
    }

    /** The parts, people and accounts that an element names. */
    static List<PartShown> named(AccessModel model, Element element) {
        AudienceParts named = new AudienceParts(model);
        Meant.audience(element).ifPresent(named::add);
        if (element instanceof SharingRule one) {
            one.ownedBy().ifPresent(named::add);
        } else if (element instanceof Assignment one) {
            one.bounds().accounts().ifPresent(named::add);
        } else if (element instanceof AccountFilter one) {
            named.add(one.accounts());
        } else if (element instanceof Delegation one) {
            Set.of(one.principal(), one.delegate())
                    .forEach(key -> named.add(new OnePerson(key), ""));
        } else if (element instanceof Expectation one) {
            one.owner().ifPresent(key -> named.add(new OnePerson(key), ""));
        } else if (element instanceof Area one) {
            one.stewards().ifPresent(named::add);
        }
        return named.parts;
    }

    private void add(Audience audience) {
        audience.of().forEach(one -> add(one, ""));
        audience.except().forEach(one -> add(one, ""));
    }

    private void add(AccountScope scope) {
        scope.listed().forEach(key -> add(new ExternalsOf(key), ""));
    }

    private void add(Part part, String detail) {
        parts.add(
                new PartShown(
                        AudienceWriter.part(part),
                        explanation.audience(Audience.anyOf(part)),
                        detail));
    }
}
