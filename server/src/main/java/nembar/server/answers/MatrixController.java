package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.catalogue.RecordType;
import nembar.server.answers.MatrixService.Told;
import nembar.server.http.Csv;
import nembar.server.http.Named;
import nembar.server.http.Paging;
import nembar.server.http.Xlsx;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The matrix of an application: people by record type, by one operation. */
@RestController
@RequestMapping("/api/applications/{application}")
class MatrixController {
    private final MatrixService matrices;
    private final Me me;

    MatrixController(MatrixService matrices, Me me) {
        this.matrices = matrices;
        this.me = me;
    }

    /**
     * @param operation view, change, create or delete
     * @param search letters of a name, a unit or an account
     */
    record MatrixAsked(String operation, String search, String at, String draft) {}

    /**
     * How far somebody reaches on records of a type.
     *
     * @param notches of seven; 0 where it is only shared, or comes with records of another type
     * @param words the reach, or how it comes; empty for nothing
     */
    record MatrixCell(int notches, String words) {}

    /**
     * @param account key of the account they act for, where they act for several
     */
    record MatrixRow(
            String person,
            String name,
            Optional<String> account,
            String unitOrAccount,
            boolean external,
            List<MatrixCell> cells) {}

    /**
     * @param types record types, one for each cell of a row
     * @param withheld how many more there are whom whoever asks may not see
     */
    record MatrixPage(List<Named> types, List<MatrixRow> rows, long total, long withheld) {}

    @GetMapping("/matrix")
    @Operation(operationId = "matrix")
    MatrixPage matrix(
            @PathVariable String application,
            @ParameterObject MatrixAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        Told told = matrices.told(me.person(), application, asked);
        return new MatrixPage(
                told.types().stream().map(one -> new Named(one.key(), one.plural())).toList(),
                Paging.slice(told.rows(), page, size),
                told.rows().size(),
                told.withheld());
    }

    /** The whole matrix as a CSV file (RFC 4180). */
    @GetMapping(path = "/matrix.csv", produces = "text/csv")
    @Operation(operationId = "matrixCsv")
    ResponseEntity<StreamingResponseBody> csv(
            @PathVariable String application, @ParameterObject MatrixAsked asked) {
        Told told = matrices.told(me.person(), application, asked);
        return Csv.file("matrix.csv", heads(told), told.rows().stream().map(MatrixController::row));
    }

    /** The whole matrix as a workbook (ISO/IEC 29500). */
    @GetMapping(path = "/matrix.xlsx", produces = Xlsx.TYPE)
    @Operation(operationId = "matrixXlsx")
    ResponseEntity<byte[]> xlsx(
            @PathVariable String application, @ParameterObject MatrixAsked asked) {
        Told told = matrices.told(me.person(), application, asked);
        return Xlsx.file(
                "matrix.xlsx",
                "Matrix",
                heads(told),
                told.rows().stream().map(MatrixController::row));
    }

    private static List<String> heads(Told told) {
        return Stream.concat(
                        Stream.of("Person", "Sits in or acts for", "External"),
                        told.types().stream().map(RecordType::plural))
                .toList();
    }

    private static List<String> row(MatrixRow row) {
        List<String> values =
                new ArrayList<>(
                        List.of(row.name(), row.unitOrAccount(), row.external() ? "yes" : ""));
        row.cells().forEach(cell -> values.add(cell.words()));
        return values;
    }
}
