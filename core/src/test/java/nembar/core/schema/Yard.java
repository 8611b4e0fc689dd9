package nembar.core.schema;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;

/** Puts the schema of a repair yard together, table by table. */
public final class Yard {
    static final Application QUAYSIDE =
            new Application("quayside", "Quayside", ZoneId.of("Europe/London"));

    private final List<Table> tables = new ArrayList<>();

    /** One table while it is put together. */
    public final class Building {
        private final TableName name;
        private Table.Kind kind = Table.Kind.TABLE;
        private Optional<String> comment = Optional.empty();
        private Optional<Long> rows = Optional.of(500L);
        private final List<TableColumn> columns = new ArrayList<>();
        private List<String> key = List.of();
        private final List<List<String>> uniques = new ArrayList<>();
        private final List<ForeignKey> references = new ArrayList<>();

        private Building(TableName name) {
            this.name = name;
        }

        public Building view() {
            kind = Table.Kind.VIEW;
            return this;
        }

        public Building comment(String text) {
            comment = Optional.of(text);
            return this;
        }

        public Building rows(long number) {
            rows = Optional.of(number);
            return this;
        }

        public Building column(String column, String base, String... sample) {
            return column(
                    new TableColumn(
                            column,
                            base,
                            base,
                            false,
                            Optional.empty(),
                            true,
                            Optional.empty(),
                            List.of(),
                            List.of(sample)));
        }

        public Building commented(String column, String base, String text) {
            return column(
                    new TableColumn(
                            column,
                            base,
                            base,
                            false,
                            Optional.empty(),
                            true,
                            Optional.of(text),
                            List.of(),
                            List.of()));
        }

        public Building enumerated(String column, String... choices) {
            return column(
                    new TableColumn(
                            column,
                            "yard." + column,
                            column,
                            true,
                            Optional.empty(),
                            true,
                            Optional.empty(),
                            List.of(choices),
                            List.of()));
        }

        private Building column(TableColumn column) {
            columns.add(column);
            return this;
        }

        public Building key(String... columns) {
            key = List.of(columns);
            return this;
        }

        public Building unique(String... columns) {
            uniques.add(List.of(columns));
            return this;
        }

        /** A reference, as in {@code job, line -> yard.job_line (job, no)}. */
        public Building refers(String text, boolean cascades) {
            String[] parts = text.split(" -> | \\(|\\)");
            references.add(
                    new ForeignKey(
                            Arrays.asList(parts[0].split(", ")),
                            TableName.of(parts[1]),
                            Arrays.asList(parts[2].split(", ")),
                            cascades));
            return this;
        }

        public Yard made() {
            tables.add(
                    new Table(name, kind, comment, rows, 8_192, columns, key, uniques, references));
            return Yard.this;
        }
    }

    public Building table(String name) {
        return new Building(TableName.of(name));
    }

    public Schema schema() {
        return new Schema(tables);
    }

    public Proposal proposal() {
        return proposal(Directory.EMPTY);
    }

    public Proposal proposal(Directory directory) {
        return Proposal.of(schema(), QUAYSIDE, Catalogue.EMPTY, directory);
    }

    /** What is proposed for the one table of a name. */
    public ProposedTable proposed(String name) {
        return proposed(name, Directory.EMPTY);
    }

    /** The same where the directory has somebody. */
    public ProposedTable proposed(String name, Directory directory) {
        return proposal(directory).tables().stream()
                .filter(one -> one.table().name().text().equals(name))
                .findFirst()
                .orElseThrow();
    }
}
