package nembar.server.reports;

import io.swagger.v3.oas.annotations.Operation;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import nembar.core.model.RecentlyMade;
import nembar.core.text.Words;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Csv;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.http.Xlsx;
import nembar.server.model.Models;
import nembar.server.reports.Report.Asked;
import nembar.server.reports.Report.Slot;
import nembar.server.reports.Report.Table;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Reports that auditors ask for (docs/reports.md). */
@RestController
@RequestMapping("/api/applications/{application}/reports")
class ReportController {
    private static final Duration BACK = Duration.ofDays(90);
    private static final Duration LONGEST = Duration.ofDays(3_660);

    /** Further pages and files of a report that was made so lately are of that one. */
    private static final Duration KEPT_FOR = Duration.ofMinutes(1);

    private static final int KEPT = 16;

    private final RecentlyMade<Made> kept = new RecentlyMade<>(KEPT);
    private final Map<String, Report> reports;
    private final Models models;
    private final Governance governance;
    private final Clock clock;
    private final Me me;

    ReportController(
            List<Report> reports, Models models, Governance governance, Clock clock, Me me) {
        this.reports = reports.stream().collect(Collectors.toMap(Report::key, Function.identity()));
        this.models = models;
        this.governance = governance;
        this.clock = clock;
        this.me = me;
    }

    /** Something that a report is asked for. */
    record ReportSlot(@OneOf(Slot.class) String name) {}

    /** A kind of report. */
    record ReportKind(String key, String title, String about, List<ReportSlot> slots) {}

    /**
     * A page of a report.
     *
     * @param rows each with a cell for every column
     * @param note what is to be known of it; may be empty
     * @param at when it was made
     */
    record ReportPage(
            ReportKind kind,
            List<String> columns,
            List<List<String>> rows,
            long total,
            String note,
            Instant at) {}

    /**
     * What a report is asked for; what it has no slot for is not looked at.
     *
     * @param from the first instant; 90 days ago where it is left out
     * @param until the first instant after it; now where it is left out
     */
    record ReportAsked(
            String recordType, String operation, String person, String from, String until) {}

    @GetMapping
    @Operation(operationId = "reports")
    List<ReportKind> kinds(@PathVariable String application) {
        governance.requireOnApplication(me.person(), "view", application);
        return reports.values().stream()
                .sorted(Comparator.comparing(Report::title))
                .map(ReportController::kind)
                .toList();
    }

    @GetMapping("/{report}")
    @Operation(operationId = "report")
    ReportPage page(
            @PathVariable String application,
            @PathVariable String report,
            @ParameterObject ReportAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        Made made = made(application, report, asked, page == 0);
        Table table = made.table();
        return new ReportPage(
                kind(known(report)),
                known(report).columns(),
                Paging.slice(table.rows(), page, size),
                table.rows().size(),
                table.note(),
                made.at());
    }

    @GetMapping(path = "/{report}/rows.csv", produces = "text/csv")
    @Operation(operationId = "reportCsv")
    ResponseEntity<StreamingResponseBody> csv(
            @PathVariable String application,
            @PathVariable String report,
            @ParameterObject ReportAsked asked) {
        Table table = made(application, report, asked, false).table();
        return Csv.file(report + ".csv", known(report).columns(), table.rows().stream());
    }

    @GetMapping(path = "/{report}/rows.xlsx", produces = Xlsx.TYPE)
    @Operation(operationId = "reportXlsx")
    ResponseEntity<byte[]> xlsx(
            @PathVariable String application,
            @PathVariable String report,
            @ParameterObject ReportAsked asked) {
        Table table = made(application, report, asked, false).table();
        return Xlsx.file(
                report + ".xlsx", "Report", known(report).columns(), table.rows().stream());
    }

    /**
     * A report. Its first page is made anew; the others, and files, are of one piece with it.
     *
     * @param anew whether it is not to be one that was made a moment ago
     */
    private Made made(String application, String report, ReportAsked asked, boolean anew) {
        governance.requireOnApplication(me.person(), "view", application);
        models.model(application);
        Instant now = clock.instant();
        Which which =
                new Which(me.person().key(), application, report, asked, models.current().number());
        return kept.find(
                one -> !anew && one.which().equals(which) && one.at().plus(KEPT_FOR).isAfter(now),
                () -> new Made(which, now, table(application, report, asked, now)));
    }

    private Table table(String application, String report, ReportAsked asked, Instant now) {
        Report known = known(report);
        Instant until = Instants.at(asked.until()).orElse(now);
        Instant from = Instants.at(asked.from()).orElse(until.minus(BACK));
        if (!from.isBefore(until) || from.isBefore(until.minus(LONGEST))) {
            throw new BadRequest("from", "Give a first day before the last, at most ten years.");
        }
        return known.of(
                me.person(),
                new Asked(
                        application,
                        said(asked.recordType()),
                        said(asked.operation()),
                        said(asked.person()),
                        from,
                        until.isAfter(now) ? now : until));
    }

    /**
     * Which report it is, for whom.
     *
     * @param edition of what is published
     */
    private record Which(
            String person, String application, String report, ReportAsked asked, long edition) {}

    private record Made(Which which, Instant at, Table table) {}

    private Report known(String key) {
        Report report = reports.get(key);
        if (report == null) {
            throw new NotFound("report", "There is no such report.");
        }
        return report;
    }

    private static String said(String text) {
        return text == null ? "" : text.strip();
    }

    private static ReportKind kind(Report report) {
        return new ReportKind(
                report.key(),
                report.title(),
                report.about(),
                report.slots().stream().map(one -> new ReportSlot(Words.of(one))).toList());
    }
}
