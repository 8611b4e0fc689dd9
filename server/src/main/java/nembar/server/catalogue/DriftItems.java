package nembar.server.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** Puts databases on the Desk that differ from what is governed, or cannot be looked at. */
@Component
class DriftItems implements DeskSource {
    private final SchemaLooks looks;
    private final Models models;
    private final Governance governance;

    DriftItems(SchemaLooks looks, Models models, Governance governance) {
        this.looks = looks;
        this.models = models;
        this.governance = governance;
    }

    @Override
    public Told told(Person me) {
        List<DeskItem> items = new ArrayList<>();
        looks.all()
                .forEach(
                        (application, look) ->
                                models.find(application)
                                        .filter(
                                                any ->
                                                        governance.mayOnApplication(
                                                                me, "change", application))
                                        .flatMap(
                                                one ->
                                                        sentence(
                                                                one.model().application().name(),
                                                                look))
                                        .ifPresent(
                                                said ->
                                                        items.add(
                                                                DeskItem.of(
                                                                        DeskKind.DATABASE_DIFFERS,
                                                                        Optional.of(application),
                                                                        new Subject(
                                                                                "application",
                                                                                application),
                                                                        said,
                                                                        look.failure()
                                                                                .orElse("")))));
        return Told.of(items);
    }

    private static Optional<String> sentence(String name, SchemaLooks.Look look) {
        if (look.failure().isPresent()) {
            return Optional.of("The database of " + name + " could not be looked at.");
        }
        int differences = look.differences();
        return Optional.of(
                        "The database of "
                                + name
                                + " differs from its Catalogue in "
                                + (differences == 1 ? "1 thing." : differences + " things."))
                .filter(any -> differences > 0);
    }
}
