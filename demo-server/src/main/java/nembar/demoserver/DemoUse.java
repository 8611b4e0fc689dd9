package nembar.demoserver;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.use.Use.Used;
import nembar.server.model.Models;
import nembar.server.use.UseStore;
import nembar.server.use.UseStore.Counted;
import org.springframework.stereotype.Component;

/** What people of the demo world used of what they may do, over the last months. */
@Component
class DemoUse {
    private static final long SEED = 67;
    private static final int KNOWN_DAYS = 130;
    private static final int LATELY = 45;
    private static final int KEPT_AT_ONCE = 20_000;
    private static final int TIMES_AT_MOST = 60;

    /** Of so many things that are not looking, one is never done. */
    private static final int ONE_IDLE_OF = 4;

    /** Those who got a role for a while and never came back to it. */
    private static final int ONE_AWAY_OF = 23;

    /** What everybody may who plans berths or serves shippers, and nobody does. */
    private static final Set<Used> NEVER =
            Set.of(new Used("berth_booking", "delete"), new Used("contract", "create"));

    private final Models models;
    private final UseStore use;

    DemoUse(Models models, UseStore use) {
        this.models = models;
        this.use = use;
    }

    void run(String application, Instant now) {
        AccessModel model = models.model(application);
        LocalDate today = LocalDate.ofInstant(now, model.application().zone());
        Random random = new Random(SEED);
        List<Counted> counted = new ArrayList<>();
        for (Person person : model.directory().people()) {
            if (!person.active()) {
                continue;
            }
            boolean away = random.nextInt(ONE_AWAY_OF) == 0;
            for (Used used : mayDo(model, person)) {
                boolean looking = used.operation().equals("view");
                boolean idle = NEVER.contains(used) || !looking && random.nextInt(ONE_IDLE_OF) == 0;
                int ago = 1 + random.nextInt(LATELY) + (away ? KNOWN_DAYS - LATELY : 0);
                long times = 1L + random.nextInt(TIMES_AT_MOST);
                if (!idle) {
                    counted.add(
                            new Counted(
                                    application, person.key(), used, today.minusDays(ago), times));
                    counted.add(
                            new Counted(
                                    application,
                                    person.key(),
                                    used,
                                    today.minusDays(KNOWN_DAYS),
                                    times));
                }
            }
        }
        for (int from = 0; from < counted.size(); from += KEPT_AT_ONCE) {
            use.add(counted.subList(from, Math.min(from + KEPT_AT_ONCE, counted.size())));
        }
    }

    private static Set<Used> mayDo(AccessModel model, Person person) {
        Set<Used> used = new LinkedHashSet<>();
        model.personas().of(person.key()).stream()
                .flatMap(persona -> model.assignmentsOf(persona).stream())
                .map(Assignment::gives)
                .flatMap(gives -> model.design().setsOf(gives).stream())
                .flatMap(set -> set.privileges().stream())
                .flatMap(one -> used(one).stream())
                .forEach(used::add);
        return used;
    }

    private static Optional<Used> used(Privilege privilege) {
        if (privilege instanceof RecordPrivilege one) {
            return Optional.of(new Used(one.recordType(), one.operation()));
        }
        return privilege instanceof FunctionPrivilege one
                ? Optional.of(new Used(Used.FUNCTION + one.function(), one.level()))
                : Optional.empty();
    }
}
