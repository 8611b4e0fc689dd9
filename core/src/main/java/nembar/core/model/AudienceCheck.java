package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.design.Design;
import nembar.core.design.Role;
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/** Checks that each part of an audience names something there is. */
final class AudienceCheck {
    private final ModelCheck check;
    private final Set<String> people;
    private final Set<String> teams;
    private final Set<String> units;
    private final Set<String> roles;
    private final Set<String> accounts;
    private final Set<String> tags;

    AudienceCheck(Directory directory, Design design, ModelCheck check) {
        this.check = check;
        people = keysOf(directory.people(), Person::key);
        teams = keysOf(directory.teams(), Team::key);
        units = keysOf(directory.units(), Unit::key);
        roles = keysOf(design.roles(), Role::key);
        accounts = keysOf(directory.accounts(), Account::key);
        tags =
                directory.accounts().stream()
                        .flatMap(account -> account.tags().stream())
                        .collect(Collectors.toSet());
    }

    void run(String path, Audience audience) {
        if (audience.of().isEmpty()) {
            check.report(path, "an audience needs at least one part");
        }
        Stream.concat(audience.of().stream(), audience.except().stream())
                .forEach(part -> part.fold(new References(path)));
    }

    /** As {@link #run}, and holders of a role are refused: who holds what must not depend on it. */
    void runForAssignment(String path, Audience audience) {
        run(path, audience);
        if (Stream.concat(audience.of().stream(), audience.except().stream())
                .anyMatch(Audience.HoldersOf.class::isInstance)) {
            check.report(
                    path,
                    "an assignment's audience may not name holders of a role: who holds what must"
                            + " not depend on itself. Name the people, team or unit instead");
        }
    }

    void tag(String path, String tag) {
        check.refers(path, "account tag", tag, tags);
    }

    private final class References implements Audience.Cases<Boolean> {
        private final String path;

        References(String path) {
            this.path = path;
        }

        @Override
        public Boolean onePerson(Audience.OnePerson part) {
            return check.refers(path, "person", part.person(), people);
        }

        @Override
        public Boolean oneTeam(Audience.OneTeam part) {
            return check.refers(path, "team", part.team(), teams);
        }

        @Override
        public Boolean oneUnit(Audience.OneUnit part) {
            return check.refers(path, "unit", part.unit(), units);
        }

        @Override
        public Boolean holdersOf(Audience.HoldersOf part) {
            return check.refers(path, "role", part.role(), roles);
        }

        @Override
        public Boolean allStaff(Audience.AllStaff part) {
            return true;
        }

        @Override
        public Boolean allExternals(Audience.AllExternals part) {
            return true;
        }

        @Override
        public Boolean externalsOf(Audience.ExternalsOf part) {
            return check.refers(path, "account", part.account(), accounts);
        }

        @Override
        public Boolean externalsTagged(Audience.ExternalsTagged part) {
            return check.refers(path, "account tag", part.tag(), tags);
        }
    }
}
