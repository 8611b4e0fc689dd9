package nembar.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import org.junit.jupiter.api.Test;

/** Rows held against the directory and against each other. */
class ArrivalJudgeTest {
    private static final Account HOME = new Account("home", "Home", true, Set.of());
    private static final Account MILL = new Account("mill", "The Mill", false, Set.of());
    private final Directory directory =
            new Directory(
                    List.of(HOME, MILL),
                    List.of(
                            new Unit("quay", "Quay", Optional.empty()),
                            new Unit("yard", "Yard", Optional.of("quay"))),
                    List.of(new Team("crew", "Crew", Set.of(), Set.of())),
                    List.of(
                            person("ann.bell", "Ann.Bell@home.example", PersonStatus.ACTIVE),
                            person("old.hand", "old@home.example", PersonStatus.CLOSED)));
    private final Map<String, String> domains =
            Map.of("mill.example", "mill", "home.example", "home");

    private static Person person(String key, String email, PersonStatus status) {
        return new Person(
                key,
                PersonKind.STAFF,
                email,
                "Ann",
                "Bell",
                List.of("home"),
                Optional.empty(),
                Optional.empty(),
                ZoneOffset.UTC,
                status);
    }

    @SafeVarargs
    private List<Arrival> judged(Placement defaults, Map<String, String>... rows) {
        return new ArrivalJudge(directory, domains, defaults, ZoneOffset.UTC).judge(List.of(rows));
    }

    private Arrival one(Map<String, String> row) {
        return judged(Placement.NOWHERE, row).get(0);
    }

    private static Map<String, String> row(String... cells) {
        Map<String, String> row = new LinkedHashMap<>();
        for (int i = 0; i < cells.length; i += 2) {
            row.put(cells[i], cells[i + 1]);
        }
        return row;
    }

    @Test
    void somebodyNewComesWithANameMadeOfTheAddress() {
        Arrival arrival = one(row("email", "nadia.frost@home.example"));
        assertThat(arrival.verdict()).isEqualTo(Verdict.NEW);
        Person person = arrival.person().orElseThrow();
        assertThat(person.name()).isEqualTo("Nadia Frost");
        assertThat(person.key()).isEqualTo("nadia.frost");
        assertThat(person.status()).isEqualTo(PersonStatus.INVITED);
        assertThat(person.accounts()).containsExactly("home");
    }

    @Test
    void whoHasTheAddressIsFoundWithoutCase() {
        Arrival arrival = one(row("email", "ann.bell@HOME.example"));
        assertThat(arrival.verdict()).isEqualTo(Verdict.HERE);
        assertThat(arrival.known().orElseThrow().key()).isEqualTo("ann.bell");
        assertThat(arrival.person()).isEmpty();
    }

    @Test
    void whoWasClosedCanBeBroughtBack() {
        assertThat(one(row("email", "old@home.example")).verdict()).isEqualTo(Verdict.CLOSED);
    }

    @Test
    void theSecondRowWithAnAddressNamesTheFirst() {
        List<Arrival> judged =
                judged(
                        Placement.NOWHERE,
                        row("email", "a@home.example"),
                        row("email", "bad"),
                        row("email", "A@home.example"));
        assertThat(judged)
                .extracting(Arrival::verdict)
                .containsExactly(Verdict.NEW, Verdict.MALFORMED, Verdict.DUPLICATE);
        assertThat(judged.get(2).first()).contains(0);
    }

    @Test
    void aBadRowSaysWhatIsWrongAndLosesNoOther() {
        Arrival arrival =
                one(
                        row(
                                "email",
                                "a@home..example",
                                "unit",
                                "Quai",
                                "kind",
                                "guest",
                                "timeZone",
                                "Moon/Crater",
                                "team",
                                "Crow",
                                "manager",
                                "nobody"));
        assertThat(arrival.verdict()).isEqualTo(Verdict.MALFORMED);
        assertThat(arrival.problems())
                .containsKeys("email", "unit", "kind", "timeZone", "team", "manager");
        assertThat(arrival.problems().get("email")).contains("did you mean a@home.example?");
        assertThat(arrival.problems().get("unit")).contains("did you mean `Quay`?");
    }

    @Test
    void aDomainPlacesThoseOfWhomNothingElseIsSaid() {
        Arrival placed = one(row("email", "tom@mill.example"));
        assertThat(placed.offer()).isEmpty();
        assertThat(placed.person().orElseThrow().kind()).isEqualTo(PersonKind.EXTERNAL);
        assertThat(placed.person().orElseThrow().accounts()).containsExactly("mill");
    }

    @Test
    void aDomainOffersItsAccountToThoseWhoWouldSitElsewhere() {
        Placement staff = new Placement("staff", "", "", "", "", "");
        assertThat(judged(staff, row("email", "tom@mill.example")).get(0).offer()).contains(MILL);
        assertThat(judged(staff, row("email", "tom@home.example")).get(0).offer()).isEmpty();
        Arrival said = one(row("email", "tom@mill.example", "account", "The mill"));
        assertThat(said.offer()).isEmpty();
    }

    @Test
    void anAccountThatIsNotThereIsToBeMade() {
        Arrival arrival =
                one(row("email", "kit@forge.example", "kind", "external", "account", "Forge"));
        assertThat(arrival.verdict()).isEqualTo(Verdict.NEW);
        assertThat(arrival.newAccount()).contains("Forge");
    }

    @Test
    void anExternalOfTheCompanyItselfIsAMistake() {
        Arrival arrival =
                one(row("email", "x@other.example", "kind", "external", "account", "Home"));
        assertThat(arrival.problems()).containsKey("account");
        assertThat(one(row("email", "x@other.example", "kind", "external")).problems())
                .containsKey("account");
    }

    @Test
    void defaultsPlaceThoseWhoseRowSaysNothing() {
        Placement defaults = new Placement("staff", "", "yard", "ann.bell", "crew", "Europe/Paris");
        List<Arrival> judged =
                judged(
                        defaults,
                        row("email", "a@home.example"),
                        row("email", "b@home.example", "unit", "quay", "timeZone", "UTC"));
        Person first = judged.get(0).person().orElseThrow();
        assertThat(first.unit()).contains("yard");
        assertThat(first.manager()).contains("ann.bell");
        assertThat(first.zone()).isEqualTo(ZoneId.of("Europe/Paris"));
        assertThat(judged.get(0).teams()).containsExactly("crew");
        assertThat(judged.get(1).person().orElseThrow().unit()).contains("quay");
        assertThat(judged.get(1).person().orElseThrow().zone()).isEqualTo(ZoneId.of("UTC"));
    }

    @Test
    void aRowNamesItsTeams() {
        assertThat(one(row("email", "a@home.example", "team", "crew")).teams())
                .containsExactly("crew");
    }

    @Test
    void twoOfOneNameGetKeysOfTheirOwn() {
        List<Arrival> judged =
                judged(
                        Placement.NOWHERE,
                        row("email", "1@home.example", "name", "Ann Bell"),
                        row("email", "2@home.example", "name", "Bell, Ann"));
        assertThat(judged)
                .extracting(one -> one.person().orElseThrow().key())
                .containsExactly("ann.bell.2", "ann.bell.3");
    }

    @Test
    void fiveThousandRowsAreJudgedInOnePass() {
        List<Map<String, String>> rows = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            rows.add(row("email", "person" + i + "@home.example", "name", "Same Name"));
        }
        List<Arrival> judged =
                new ArrivalJudge(directory, domains, Placement.NOWHERE, ZoneOffset.UTC).judge(rows);
        assertThat(judged).allMatch(one -> one.verdict() == Verdict.NEW);
        assertThat(judged.stream().map(one -> one.person().orElseThrow().key()).distinct())
                .hasSize(5_000);
    }

    @Test
    void columnsAreRecognisedByTheirHeadings() {
        assertThat(
                        ArrivalField.recognise(
                                List.of("First name", "Surname", "E-Mail Address", "Dept", "Mail")))
                .containsEntry(0, ArrivalField.GIVEN_NAME)
                .containsEntry(1, ArrivalField.FAMILY_NAME)
                .containsEntry(2, ArrivalField.EMAIL)
                .doesNotContainKey(4);
        assertThat(ArrivalField.ofKey("timeZone")).contains(ArrivalField.TIME_ZONE);
    }
}
