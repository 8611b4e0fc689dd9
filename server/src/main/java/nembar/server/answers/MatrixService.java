package nembar.server.answers;

import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import nembar.core.answers.Matrix;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.server.answers.MatrixController.MatrixAsked;
import nembar.server.answers.MatrixController.MatrixCell;
import nembar.server.answers.MatrixController.MatrixRow;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import org.springframework.stereotype.Service;

/** How far everybody reaches whom whoever asks may see. */
@Service
class MatrixService {
    private static final List<String> OPERATIONS = List.of("view", "change", "create", "delete");

    private final Lookups lookups;
    private final Governance governance;

    MatrixService(Lookups lookups, Governance governance) {
        this.lookups = lookups;
        this.governance = governance;
    }

    /**
     * @param withheld how many more there are whom whoever asks may not see
     */
    record Told(List<RecordType> types, List<MatrixRow> rows, long withheld) {}

    Told told(Person asking, String application, MatrixAsked asked) {
        String operation =
                asked.operation() == null || asked.operation().isBlank()
                        ? "view"
                        : asked.operation();
        if (!OPERATIONS.contains(operation)) {
            throw new BadRequest(
                    "operation", "Ask for one of " + String.join(", ", OPERATIONS) + ".");
        }
        Moment moment =
                lookups.moment(asking, new Lookups.Where(application, asked.at(), asked.draft()));
        Matrix matrix = new Matrix(moment, operation);
        Directory directory = moment.model().directory();
        String search =
                asked.search() == null ? "" : asked.search().strip().toLowerCase(Locale.ROOT);
        Predicate<Person> visible = governance.mayView(asking);
        List<Matrix.Row> all = matrix.rows();
        List<Matrix.Row> seen =
                all.stream().filter(one -> visible.test(one.persona().person())).toList();
        return new Told(
                matrix.types(),
                seen.stream()
                        .map(one -> shown(directory, one))
                        .filter(
                                one ->
                                        (one.name() + " " + one.unitOrAccount())
                                                .toLowerCase(Locale.ROOT)
                                                .contains(search))
                        .toList(),
                all.size() - seen.size());
    }

    private static MatrixRow shown(Directory directory, Matrix.Row row) {
        Person person = row.persona().person();
        return new MatrixRow(
                person.key(),
                person.name(),
                row.persona().account().filter(any -> person.accounts().size() > 1),
                directory.unitOrAccount(person, row.persona().account()),
                person.external(),
                row.cells().stream().map(MatrixService::cell).toList());
    }

    private static MatrixCell cell(Matrix.Cell cell) {
        if (!cell.some()) {
            return new MatrixCell(0, "");
        }
        int notches = cell.reach().notches();
        return new MatrixCell(
                notches, notches == 0 ? "shared, or with other records" : cell.reach().words());
    }
}
