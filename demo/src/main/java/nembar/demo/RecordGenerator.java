package nembar.demo;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/**
 * Fills Towline's empty tables. The same seed, day and volume make the same records; dates lie
 * around the day given. Owners are taken from the directory, mostly from the unit a record belongs
 * to, so that every reach has something to show.
 */
public final class RecordGenerator {
    private static final List<String> BASINS =
            List.of("upper-sorrel", "middle-sorrel", "sorrel-delta", "winter-canal", "night-desk");
    private static final List<String> PORTS =
            List.of("Upmarsh", "Selwick", "Tarn Lock", "Greywharf", "Delta Mole");
    private static final List<String> VESSELS =
            List.of(
                    "Heron",
                    "Curlew",
                    "Bittern",
                    "Teal",
                    "Sandpiper",
                    "Grebe",
                    "Dipper",
                    "Avocet",
                    "Merganser",
                    "Plover",
                    "Kingfisher",
                    "Moorhen",
                    "Wigeon",
                    "Lapwing");
    private static final List<String> GIVEN =
            List.of(
                    "Aldous", "Brenna", "Cyril", "Dagny", "Edmund", "Femke", "Goran", "Hetty",
                    "Ivo", "Jorunn", "Konrad", "Lotte", "Milos", "Nessa", "Orla", "Pavel");
    private static final List<String> FAMILY =
            List.of(
                    "Ashdown",
                    "Birkett",
                    "Cordwainer",
                    "Drift",
                    "Estuary",
                    "Fenwright",
                    "Gannet",
                    "Hawser",
                    "Inskip",
                    "Jetty",
                    "Keeling",
                    "Lockyer",
                    "Mooring",
                    "Narrows");

    private final Connection connection;
    private final Directory directory;
    private final LocalDate today;
    private final Volume volume;
    private final Random random;
    private final Cast cast;

    private final List<String> voyageBasins = new ArrayList<>();
    private final List<String> lotShippers = new ArrayList<>();
    private final List<String> contractAccounts = new ArrayList<>();

    /**
     * @param connection to Towline's database; its tables are there and empty
     * @param today the day that dates lie around
     */
    public RecordGenerator(
            Connection connection, Directory directory, LocalDate today, Volume volume, long seed) {
        this.connection = connection;
        this.directory = directory;
        this.today = today;
        this.volume = volume;
        this.random = new Random(seed);
        this.cast = new Cast(directory, random);
    }

    /** Makes all records, in the order that references need, and tells PostgreSQL to look again. */
    public void run() throws SQLException {
        places();
        accounts();
        voyages();
        lots();
        inspections();
        bookings();
        contracts();
        documents();
        invoices();
        creditNotes();
        incidents();
        claims();
        crew();
        medicalNotes();
        try (Statement analyze = connection.createStatement()) {
            analyze.execute("ANALYZE");
        }
    }

    private void places() throws SQLException {
        Rows people = new Rows(connection, "person");
        for (Person person : directory.people()) {
            people.add(person.key());
        }
        people.flush();
        Rows units = new Rows(connection, "unit");
        for (Unit unit : directory.units()) {
            units.add(unit.key());
        }
        units.flush();
        Rows teams = new Rows(connection, "team");
        for (Team team : directory.teams()) {
            teams.add(team.key());
        }
        teams.flush();
    }

    private void accounts() throws SQLException {
        List<String> managers = cast.staffOf("shipper-services");
        Rows rows = new Rows(connection, "account");
        for (Account account : directory.accounts()) {
            rows.add(
                    account.key(),
                    account.name(),
                    cast.any(PORTS),
                    cast.any(managers),
                    today.minusDays(400 + random.nextInt(5000)),
                    money(20_000, 900_000));
        }
        rows.flush();
    }

    private void voyages() throws SQLException {
        Rows rows = new Rows(connection, "voyage");
        for (int i = 0; i < volume.voyages(); i++) {
            String basin = BASINS.get(random.nextInt(20) == 0 ? 4 : random.nextInt(4));
            voyageBasins.add(basin);
            String from = cast.any(PORTS);
            String to = cast.any(PORTS.stream().filter(port -> !port.equals(from)).toList());
            String vessel = cast.any(VESSELS);
            int day = random.nextInt(240) - 200;
            rows.add(
                    voyage(i),
                    vessel + ", " + from + " to " + to,
                    vessel,
                    from,
                    to,
                    basin,
                    cast.any(cast.staffOf(basin)),
                    day > 7
                            ? "planned"
                            : day > 0
                                    ? "loading"
                                    : day > -3 ? "under way" : day > -20 ? "arrived" : "closed",
                    instant(day),
                    day > 0 ? null : instant(day + 2),
                    money(400, 26_000));
        }
        rows.flush();
    }

    private void lots() throws SQLException {
        List<String> shippers = cast.accountsTagged("shipper");
        Rows rows = new Rows(connection, "cargo_lot");
        for (int i = 0; i < volume.lots(); i++) {
            int voyage = random.nextInt(volume.voyages());
            String basin = voyageBasins.get(voyage);
            String shipper = cast.any(shippers);
            lotShippers.add(shipper);
            String goods = cast.goodsOf(shipper);
            BigDecimal tonnes = BigDecimal.valueOf(200 + random.nextInt(9800), 1);
            rows.add(
                    "L-" + (2000 + i),
                    capital(goods) + ", " + tonnes.toBigInteger() + " t",
                    voyage(voyage),
                    shipper,
                    random.nextInt(12) == 0 ? cast.any(BASINS) : basin,
                    random.nextInt(50) == 0 ? null : cast.any(cast.staffOf(basin)),
                    goods,
                    tonnes,
                    today.plusDays(random.nextInt(240) - 200),
                    cast.any(List.of("booked", "loaded", "delivered", "delivered", "under claim")),
                    random.nextInt(3) == 0);
        }
        rows.flush();
    }

    private void inspections() throws SQLException {
        List<String> outside =
                cast.peopleWho(person -> person.external() && cast.ofTag(person, "surveyor"));
        List<String> inside = cast.staffOf("upkeep");
        Rows rows = new Rows(connection, "inspection");
        for (int i = 0; i < volume.inspections(); i++) {
            String result = cast.any(List.of("passed", "passed", "passed with remarks", "failed"));
            rows.add(
                    "N-" + (5000 + i),
                    cast.any(
                                    List.of(
                                            "Hold swept and dry",
                                            "Hatch covers",
                                            "Draught survey",
                                            "Sample"))
                            + ", "
                            + result,
                    "L-" + (2000 + random.nextInt(volume.lots())),
                    cast.any(random.nextInt(5) == 0 ? inside : outside),
                    today.minusDays(random.nextInt(200)),
                    result,
                    BigDecimal.valueOf(90 + random.nextInt(80), 1));
        }
        rows.flush();
    }

    private void bookings() throws SQLException {
        List<String> agents = cast.accountsTagged("port-agent");
        Rows rows = new Rows(connection, "berth_booking");
        for (int i = 0; i < volume.bookings(); i++) {
            int voyage = random.nextInt(volume.voyages());
            String basin = voyageBasins.get(voyage);
            String port = cast.any(PORTS);
            rows.add(
                    "B-" + (7000 + i),
                    port + ", berth " + (1 + random.nextInt(9)),
                    port,
                    voyage(voyage),
                    random.nextInt(3) == 0 ? null : cast.any(agents),
                    basin,
                    cast.any(cast.staffOf(basin)),
                    instant(random.nextInt(240) - 200),
                    4 + random.nextInt(44),
                    random.nextInt(4) != 0);
        }
        rows.flush();
    }

    private void contracts() throws SQLException {
        List<String> managers = cast.staffOf("shipper-services");
        List<String> shippers = cast.accountsTagged("shipper");
        Rows rows = new Rows(connection, "contract");
        for (int i = 0; i < volume.contracts(); i++) {
            String account = cast.any(shippers);
            contractAccounts.add(account);
            LocalDate starts = today.minusDays(random.nextInt(900));
            String team = cast.ofTag(account, "ore") ? "ore-desk" : null;
            rows.add(
                    "C-" + (300 + i),
                    capital(cast.goodsOf(account)) + " for " + cast.name(account),
                    account,
                    cast.any(managers),
                    team,
                    starts,
                    random.nextInt(5) == 0 ? null : starts.plusDays(365L * (1 + random.nextInt(3))),
                    BigDecimal.valueOf(380 + random.nextInt(2400), 2));
        }
        rows.flush();
    }

    private void documents() throws SQLException {
        List<String> clerks = cast.staffOf("shipper-services");
        Rows rows = new Rows(connection, "document");
        for (int i = 0; i < volume.documents(); i++) {
            int contract = random.nextInt(volume.contracts());
            String kind = cast.any(List.of("agreement", "certificate", "letter", "tariff sheet"));
            String account = contractAccounts.get(contract);
            rows.add(
                    "D-" + (800 + i),
                    capital(kind) + " for " + cast.name(account),
                    "C-" + (300 + contract),
                    account,
                    cast.any(clerks),
                    today.minusDays(random.nextInt(700)),
                    kind);
        }
        rows.flush();
    }

    private void invoices() throws SQLException {
        List<String> clerks = cast.staffOf("billing");
        Rows rows = new Rows(connection, "invoice");
        for (int i = 0; i < volume.invoices(); i++) {
            LocalDate issued = today.minusDays(random.nextInt(220));
            String account = cast.any(cast.accountsTagged("shipper"));
            boolean late = issued.isBefore(today.minusDays(40)) && random.nextInt(12) == 0;
            rows.add(
                    Integer.toString(3000 + i),
                    "Freight of " + cast.goodsOf(account),
                    account,
                    voyage(random.nextInt(volume.voyages())),
                    cast.any(clerks),
                    random.nextInt(8) == 0 ? "credit" : "billing",
                    money(900, 48_000),
                    issued,
                    issued.plusDays(30),
                    late
                            ? "overdue"
                            : issued.isBefore(today.minusDays(40))
                                    ? "paid"
                                    : cast.any(List.of("draft", "approved", "sent")));
        }
        rows.flush();
    }

    private void creditNotes() throws SQLException {
        List<String> clerks = cast.staffOf("billing");
        Rows rows = new Rows(connection, "credit_note");
        for (int i = 0; i < volume.creditNotes(); i++) {
            rows.add(
                    "R-" + (100 + i),
                    cast.any(List.of("Short delivery", "Wrong rate", "Waiting time", "Goodwill")),
                    Integer.toString(3000 + random.nextInt(volume.invoices())),
                    cast.any(clerks),
                    money(50, 4_000),
                    today.minusDays(random.nextInt(200)));
        }
        rows.flush();
    }

    private void incidents() throws SQLException {
        Rows rows = new Rows(connection, "incident");
        for (int i = 0; i < volume.incidents(); i++) {
            int voyage = random.nextInt(volume.voyages());
            String basin = voyageBasins.get(voyage);
            rows.add(
                    "S-" + (400 + i),
                    cast.any(
                            List.of(
                                    "Touched the quay",
                                    "Oil on deck",
                                    "Slipped on a ladder",
                                    "Lost a fender",
                                    "Engine stopped",
                                    "Line parted")),
                    cast.any(cast.staffOf(basin)),
                    basin,
                    voyage(voyage),
                    cast.any(List.of("minor", "minor", "minor", "serious", "grave")),
                    instant(-random.nextInt(200)),
                    random.nextInt(3) != 0);
        }
        rows.flush();
    }

    private void claims() throws SQLException {
        List<String> handlers =
                List.copyOf(directory.team("claims-panel").map(Team::members).orElse(Set.of()));
        Rows rows = new Rows(connection, "claim");
        for (int i = 0; i < volume.claims(); i++) {
            int lot = random.nextInt(volume.lots());
            rows.add(
                    "M-" + (600 + i),
                    cast.any(List.of("Wet cargo", "Short weight", "Late arrival", "Mixed lots")),
                    lotShippers.get(lot),
                    cast.any(handlers.isEmpty() ? cast.staffOf("safety-office") : handlers),
                    "claims-panel",
                    "L-" + (2000 + lot),
                    money(300, 60_000),
                    money(200, 40_000),
                    cast.any(List.of("open", "in survey", "settled", "settled", "refused")));
        }
        rows.flush();
    }

    private void crew() throws SQLException {
        List<String> officers = cast.staffOf("crew-office");
        Rows rows = new Rows(connection, "crew_member");
        for (int i = 0; i < volume.crew(); i++) {
            rows.add(
                    "K-" + (10 + i),
                    cast.any(GIVEN) + " " + cast.any(FAMILY),
                    cast.any(VESSELS),
                    BASINS.get(random.nextInt(4)),
                    cast.any(officers),
                    cast.any(List.of("skipper", "mate", "engineer", "deckhand", "deckhand")),
                    "P" + (1 + random.nextInt(5)),
                    (1 + random.nextInt(90)) + " Towpath, " + cast.any(PORTS),
                    LocalDate.of(1962 + random.nextInt(42), 1 + random.nextInt(12), 5));
        }
        rows.flush();
    }

    private void medicalNotes() throws SQLException {
        List<String> officers = cast.staffOf("crew-office");
        Rows rows = new Rows(connection, "medical_note");
        for (int i = 0; i < volume.medicalNotes(); i++) {
            boolean fit = random.nextInt(5) != 0;
            rows.add(
                    "H-" + (900 + i),
                    cast.any(
                                    List.of(
                                            "Yearly examination",
                                            "Hearing test",
                                            "Back strain",
                                            "Eye test"))
                            + (fit ? ", fit" : ", rest advised"),
                    "K-" + (10 + random.nextInt(volume.crew())),
                    cast.any(officers),
                    today.minusDays(random.nextInt(900)),
                    fit);
        }
        rows.flush();
    }

    private static String voyage(int number) {
        return "V-" + (1000 + number);
    }

    private BigDecimal money(int least, int most) {
        return BigDecimal.valueOf(100L * least + random.nextInt(100 * (most - least)), 2);
    }

    private String instant(int day) {
        LocalTime time = LocalTime.of(4 + random.nextInt(16), 5 * random.nextInt(12));
        return LocalDateTime.of(today.plusDays(day), time).toInstant(ZoneOffset.UTC).toString();
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }
}
