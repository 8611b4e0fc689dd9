package nembar.core.command;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What a change of the directory takes, whichever way it comes. */
class NeedsTest {
    private final Directory directory = new Harbour().directory();

    private Person person(String key) {
        return directory.person(key).orElseThrow();
    }

    private Team team(String key) {
        return directory.team(key).orElseThrow();
    }

    private List<String> needs(String actor, Edits edits) {
        return Needs.of(directory, edits, actor).stream()
                .map(one -> one.operation() + " " + one.type() + " " + one.name())
                .distinct()
                .toList();
    }

    private List<String> needs(String actor, Person... people) {
        return needs(actor, Edits.ofPeople(List.of(people)));
    }

    @Test
    void somebodyNewIsCreatedAndPerhapsInvited() {
        Person zoe = person("ben").withKey("zoe").withName("Zoe", "");
        assertThat(needs("ann", zoe)).containsExactly("create person Zoe");
        assertThat(needs("ann", zoe.withStatus(PersonStatus.INVITED)))
                .containsExactly("create person Zoe", "invite person Zoe");
    }

    @Test
    void aChangeTakesTheRightWhereTheyAreAndWhereTheyGo() {
        List<Need> needs =
                Needs.of(
                        directory,
                        Edits.ofPeople(List.of(person("ben").withUnit(Optional.of("quay")))),
                        "ann");
        assertThat(needs).hasSize(2).allMatch(one -> one.operation().equals("change"));
        assertThat(needs)
                .extracting(one -> one.records().get(0).key("unit").orElseThrow())
                .containsExactly("pier", "quay");
    }

    @Test
    void somebodyOfTwoAccountsIsOneRecordAtEach() {
        List<Need> needs =
                Needs.of(
                        directory,
                        Edits.ofPeople(List.of(person("eve").withName("Eva", ""))),
                        "ann");
        assertThat(needs.get(0).records())
                .extracting(one -> one.key("account").orElseThrow())
                .containsExactly("red", "blue");
    }

    @Test
    void nothingIsTakenForWhatStaysOrWhatOneSaysOfOneself() {
        assertThat(needs("ann", person("ben"))).isEmpty();
        Person named = person("ben").withName("Benno", "B.").withZone(ZoneId.of("Europe/Paris"));
        assertThat(needs("ben", named)).isEmpty();
        assertThat(needs("ann", named))
                .containsExactly("change person Ben", "change person Benno B.");
        assertThat(needs("ben", named.withUnit(Optional.of("quay")))).isNotEmpty();
        assertThat(needs("ben", named.withEmail("other@home.example"))).isNotEmpty();
    }

    @Test
    void keepingSomebodyOutAndLettingThemInAreSuspending() {
        for (PersonStatus status : List.of(PersonStatus.SUSPENDED, PersonStatus.CLOSED)) {
            assertThat(needs("ann", person("ben").withStatus(status)))
                    .containsExactly("suspend person Ben");
        }
        assertThat(needs("ben", person("ben").withStatus(PersonStatus.SUSPENDED)))
                .as("of oneself too")
                .containsExactly("suspend person Ben");
        assertThat(needs("ann", person("ben").withStatus(PersonStatus.INVITED)))
                .containsExactly("invite person Ben");
    }

    @Test
    void whoeverIsInvitedAccepts() {
        Directory invited =
                directory.with(
                        Edits.ofPeople(List.of(person("ben").withStatus(PersonStatus.INVITED))));
        Edits accepted = Edits.ofPeople(List.of(person("ben")));
        assertThat(Needs.of(invited, accepted, "ben")).isEmpty();
        assertThat(Needs.of(invited, accepted, "ann")).isNotEmpty();
    }

    @Test
    void reportsOfWhoeverIsClosedFollow() {
        Person closed = person("ben").withStatus(PersonStatus.CLOSED);
        Person report = person("cas").withManager(Optional.of("ann"));
        assertThat(needs("ann", closed, report)).containsExactly("suspend person Ben");
        assertThat(needs("ann", report)).as("by itself").contains("change person Cas");
        assertThat(needs("ann", closed, report.withUnit(Optional.of("pier"))))
                .as("with more than that")
                .contains("change person Cas");
    }

    @Test
    void leadsListMembersOfTheirTeam() {
        Team cranes = team("cranes");
        Edits more =
                Edits.ofTeams(List.of(cranes.withMembers(Set.of("ben", "tug"), Set.of("cas"))));
        assertThat(needs("cas", more)).isEmpty();
        assertThat(needs("ben", more)).as("who is led").containsExactly("change team Cranes");
        Edits leads = Edits.ofTeams(List.of(cranes.withMembers(Set.of(), Set.of("cas", "ben"))));
        assertThat(needs("cas", leads)).as("who leads").containsExactly("change team Cranes");
        Edits renamed =
                Edits.ofTeams(
                        List.of(new Team("cranes", "Hoists", cranes.members(), cranes.leads())));
        assertThat(needs("cas", renamed)).containsExactly("change team Cranes");
    }

    @Test
    void whoeverIsClosedLeavesTheirTeams() {
        Edits edits =
                Edits.ofPeople(List.of(person("ben").withStatus(PersonStatus.CLOSED)))
                        .withTeams(List.of(team("cranes").withMembers(Set.of(), Set.of("cas"))));
        assertThat(needs("ann", edits)).containsExactly("suspend person Ben");
    }

    @Test
    void placesAndWhatIsKnownOfPeopleTakeTheirOwn() {
        Unit dock = new Unit("dock", "Dock", Optional.of("harbour"));
        Unit pier = new Unit("pier", "Piers", Optional.of("harbour"));
        assertThat(needs("ann", Edits.ofUnits(List.of(dock, pier), Set.of("quay"))))
                .containsExactly("create unit Dock", "change unit Piers", "delete unit Quay");
        Account green = new Account("green", "Green Line", false, Set.of());
        assertThat(needs("ann", Edits.ofAccounts(List.of(green), Set.of("red"))))
                .containsExactly("create account Green Line", "delete account Red Line");
        assertThat(needs("ann", Edits.withoutTeam("cranes"))).containsExactly("delete team Cranes");
        assertThat(needs("ann", Edits.NONE.withAttributes(List.of())))
                .containsExactly("change application the application");
        assertThat(needs("ann", Edits.NONE.withAttributes(directory.attributes()))).isEmpty();
    }

    @Test
    void anotherAddressAndAnotherStatusAreDoneToASignIn() {
        Edits edits =
                Edits.ofPeople(
                        List.of(
                                person("ann").withName("Anna", ""),
                                person("ben").withEmail("ben.two@home.example"),
                                person("cas").withStatus(PersonStatus.SUSPENDED),
                                person("eve").withEmail("EVE@outside.example"),
                                person("ben").withKey("zoe")));
        assertThat(Needs.onSignIn(directory, edits))
                .extracting(Person::key)
                .containsExactly("ben", "cas");
    }
}
