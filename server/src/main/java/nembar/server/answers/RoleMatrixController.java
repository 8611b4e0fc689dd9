package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.stream.Stream;
import nembar.server.http.Csv;
import nembar.server.http.Named;
import nembar.server.http.Xlsx;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The roles of an application by the privilege sets they are made of. */
@RestController
@RequestMapping("/api/applications/{application}")
class RoleMatrixController {
    private final RoleMatrixService matrices;
    private final Me me;

    RoleMatrixController(RoleMatrixService matrices, Me me) {
        this.matrices = matrices;
        this.me = me;
    }

    /** Of which instant, and with which draft on top. */
    record RoleMatrixAsked(String at, String draft) {}

    /**
     * A privilege set.
     *
     * @param notches of seven: the widest reach of what it gives on records; 0 where it gives none
     * @param reach the same in words; empty where it gives none
     */
    record SetHead(String key, String name, int notches, String reach) {}

    /**
     * A role.
     *
     * @param external whether it is meant for externals
     * @param holders how many people hold it, at the instant
     * @param sets keys of what it is made of
     */
    record RoleRow(String key, String name, boolean external, int holders, List<String> sets) {}

    /**
     * @param alone sets that are in no role
     */
    record RoleMatrix(List<SetHead> sets, List<RoleRow> roles, List<Named> alone) {}

    @GetMapping("/role-matrix")
    @Operation(operationId = "roleMatrix")
    RoleMatrix roles(@PathVariable String application, @ParameterObject RoleMatrixAsked asked) {
        return told(application, asked);
    }

    /** Roles by privilege sets as a CSV file (RFC 4180). */
    @GetMapping(path = "/role-matrix.csv", produces = "text/csv")
    @Operation(operationId = "roleMatrixCsv")
    ResponseEntity<StreamingResponseBody> csv(
            @PathVariable String application, @ParameterObject RoleMatrixAsked asked) {
        RoleMatrix told = told(application, asked);
        return Csv.file("roles.csv", heads(told), rows(told));
    }

    /** Roles by privilege sets as a workbook (ISO/IEC 29500). */
    @GetMapping(path = "/role-matrix.xlsx", produces = Xlsx.TYPE)
    @Operation(operationId = "roleMatrixXlsx")
    ResponseEntity<byte[]> xlsx(
            @PathVariable String application, @ParameterObject RoleMatrixAsked asked) {
        RoleMatrix told = told(application, asked);
        return Xlsx.file("roles.xlsx", "Roles", heads(told), rows(told));
    }

    private RoleMatrix told(String application, RoleMatrixAsked asked) {
        return matrices.of(me.person(), new Lookups.Where(application, asked.at(), asked.draft()));
    }

    private static List<String> heads(RoleMatrix told) {
        return Stream.concat(
                        Stream.of("Role", "For externals", "Held by"),
                        told.sets().stream().map(SetHead::name))
                .toList();
    }

    private static Stream<List<String>> rows(RoleMatrix told) {
        return told.roles().stream()
                .map(
                        role ->
                                Stream.concat(
                                                Stream.of(
                                                        role.name(),
                                                        role.external() ? "yes" : "",
                                                        String.valueOf(role.holders())),
                                                told.sets().stream().map(set -> cell(role, set)))
                                        .toList());
    }

    private static String cell(RoleRow role, SetHead set) {
        if (!role.sets().contains(set.key())) {
            return "";
        }
        return set.reach().isEmpty() ? "yes" : "up to " + set.reach();
    }
}
