package nembar.core.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Directories as they are after an act, and accounts that are open or not. */
class EditsTest {
    private static final Account HOME = new Account("home", "Home", true, Set.of());
    private final Directory directory =
            new Directory(
                    List.of(HOME),
                    List.of(new Unit("quay", "Quay", Optional.empty())),
                    List.of(new Team("crew", "Crew", Set.of("ann"), Set.of())),
                    List.of(person("ann"), person("ben")));

    private static Person person(String key) {
        return new Person(
                key,
                PersonKind.STAFF,
                key + "@home.example",
                key,
                "",
                List.of("home"),
                Optional.of("quay"),
                Optional.empty(),
                ZoneOffset.UTC,
                PersonStatus.ACTIVE);
    }

    @Test
    void whatIsPutTakesThePlaceOfWhatHasItsKeyOrComesAtTheEnd() {
        Directory next =
                directory.with(
                        Edits.ofPeople(
                                List.of(
                                        person("ann").withManager(Optional.of("ben")),
                                        person("cas"))));
        assertThat(next.people()).extracting(Person::key).containsExactly("ann", "ben", "cas");
        assertThat(next.personAndReports("ben")).containsExactly("ann", "ben");
        assertThat(directory.person("cas")).isEmpty();
        assertThat(directory.personAndReports("ben")).containsExactly("ben");
    }

    @Test
    void whatGoesIsGone() {
        assertThat(directory.with(Edits.withoutTeam("crew")).teams()).isEmpty();
        assertThat(directory.with(Edits.ofUnits(List.of(), Set.of("quay"))).units()).isEmpty();
        assertThat(Edits.NONE.none()).isTrue();
        assertThat(Edits.withoutTeam("crew").none()).isFalse();
    }

    @Test
    void membersAreFoundAnew() {
        Team crew = directory.team("crew").orElseThrow();
        Directory next =
                directory.with(
                        Edits.ofTeams(List.of(crew.withMembers(Set.of("ann"), Set.of("ben")))));
        assertThat(next.membersOf(Set.of("crew"))).containsExactly("ann", "ben");
        assertThat(next.teamsOf("ben")).containsExactly("crew");
    }

    @Test
    void anAccountIsOpenUnlessItIsHeldBackOrPastItsLastDay() {
        LocalDate last = LocalDate.of(2026, 6, 30);
        Account ends = new Account("mill", "Mill", false, Set.of(), false, Optional.of(last));
        assertThat(ends.open(last)).isTrue();
        assertThat(ends.open(last.plusDays(1))).isFalse();
        Account held = new Account("mill", "Mill", false, Set.of(), true, Optional.empty());
        assertThat(held.open(last)).isFalse();
        assertThat(HOME.open(last)).isTrue();
    }

    @Test
    void twoEditsAreOneAndTheLaterCounts() {
        Edits one =
                Edits.ofPeople(List.of(person("ann").withName("Anna", ""), person("ben")))
                        .withTeams(List.of(new Team("deck", "Deck", Set.of(), Set.of())));
        Edits other =
                Edits.ofPeople(List.of(person("ann").withName("Anne", "")))
                        .and(Edits.withoutTeam("crew"));
        Edits both = one.and(other);
        assertThat(both.people()).extracting(Person::name).containsExactly("Anne", "ben");
        assertThat(both.goneTeams()).containsExactly("crew");
        assertThat(directory.with(both).teams()).extracting(Team::key).containsExactly("deck");
        assertThat(both.and(Edits.NONE)).isEqualTo(both);
        assertThat(Edits.NONE.and(both)).isEqualTo(both);
    }

    @Test
    void whatIsKnownOfPeopleIsDeclaredAnew() {
        Edits edits = Edits.NONE.withAttributes(List.of());
        assertThat(edits.none()).isFalse();
        assertThat(directory.with(edits).attributes()).isEmpty();
        assertThat(edits.and(Edits.NONE).attributes()).contains(List.of());
    }
}
