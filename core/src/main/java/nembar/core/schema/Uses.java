package nembar.core.schema;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.catalogue.TableName;

/** Tells what a table is, by its name, its columns and what refers to it. */
final class Uses {
    private static final Set<String> OF_THE_PROGRAM =
            Set.of(
                    "migration",
                    "changelog",
                    "session",
                    "token",
                    "log",
                    "audit",
                    "queue",
                    "outbox",
                    "cache",
                    "tmp",
                    "temp",
                    "backup",
                    "bak",
                    "lock",
                    "scheduler",
                    "setting",
                    "sequence");
    private static final Set<String> PEOPLE =
            Set.of("user", "staff", "employee", "person", "member", "login", "worker");
    private static final Set<String> ACCOUNTS =
            Set.of(
                    "account",
                    "customer",
                    "client",
                    "company",
                    "organisation",
                    "organization",
                    "supplier",
                    "vendor",
                    "partner",
                    "firm");
    private static final int CHOICES_AT_MOST = 60;
    private static final int COLUMNS_OF_CHOICES = 4;
    private static final int MORE_THAN_A_LINK = 2;

    private final Set<TableName> referredTo;

    Uses(Schema schema) {
        referredTo =
                schema.tables().stream()
                        .flatMap(table -> table.references().stream())
                        .map(ForeignKey::table)
                        .collect(Collectors.toSet());
    }

    /** What a table is, and why it seems so, as a clause. */
    record Guess(Use use, String why) {}

    Guess of(Table table) {
        List<String> words = Names.words(table.name().name()).stream().map(Names::one).toList();
        Optional<String> program = words.stream().filter(OF_THE_PROGRAM::contains).findFirst();
        if (program.isPresent() || words.contains("schema") && words.contains("version")) {
            return new Guess(
                    Use.NO_RECORDS,
                    "its name speaks of what the program keeps for itself ("
                            + program.orElse("schema version")
                            + ")");
        }
        if (table.identity().isEmpty()) {
            return new Guess(
                    Use.WITHOUT_KEY,
                    table.kind() == Table.Kind.VIEW
                            ? "it is a view, of which the database knows no key"
                            : "it has no primary key and nothing unique, so that one row cannot be"
                                    + " told from another");
        }
        String last = words.isEmpty() ? "" : words.get(words.size() - 1);
        Optional<Guess> people = people(table, last);
        if (people.isPresent()) {
            return people.get();
        }
        if (ACCOUNTS.contains(last)) {
            return new Guess(Use.ACCOUNTS, "its name speaks of organisations");
        }
        return links(table).or(() -> choices(table)).orElseGet(() -> records(table));
    }

    private static Optional<Guess> people(Table table, String last) {
        for (TableColumn column : table.columns()) {
            boolean own = table.uniques().contains(List.of(column.name()));
            if (Fields.address(column) && (own || PEOPLE.contains(last))) {
                return Optional.of(
                        new Guess(
                                Use.PEOPLE,
                                own
                                        ? "each row has an e-mail address of its own ("
                                                + column.name()
                                                + ")"
                                        : "each row has an e-mail address ("
                                                + column.name()
                                                + "), and its name speaks of people"));
            }
        }
        return Optional.empty();
    }

    private static Optional<Guess> links(Table table) {
        Set<String> referring = new HashSet<>();
        table.references().forEach(one -> referring.addAll(one.columns()));
        boolean links =
                table.references().size() >= 2
                        && referring.containsAll(table.identity())
                        && table.columns().size() <= referring.size() + MORE_THAN_A_LINK;
        return links
                ? Optional.of(
                        new Guess(
                                Use.LINKS,
                                "its key is made of references to "
                                        + table.references().stream()
                                                .map(one -> one.table().name())
                                                .distinct()
                                                .collect(Collectors.joining(" and "))))
                : Optional.empty();
    }

    private Optional<Guess> choices(Table table) {
        boolean choices =
                table.references().isEmpty()
                        && referredTo.contains(table.name())
                        && table.columns().size() <= COLUMNS_OF_CHOICES
                        && table.rows().filter(rows -> rows <= CHOICES_AT_MOST).isPresent();
        return choices
                ? Optional.of(
                        new Guess(
                                Use.CHOICES,
                                "it has only "
                                        + table.rows().get()
                                        + " rows and "
                                        + table.columns().size()
                                        + " columns, and others refer to it"))
                : Optional.empty();
    }

    private Guess records(Table table) {
        return new Guess(
                Use.RECORDS,
                referredTo.contains(table.name())
                        ? "it has a key, and others refer to it"
                        : "it has a key");
    }
}
