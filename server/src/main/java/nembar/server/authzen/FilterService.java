package nembar.server.authzen;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.decision.PersonAccess;
import nembar.core.lookup.Lookups;
import nembar.core.lookup.RecordFilter;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.SqlText;
import nembar.core.sql.TableScan;
import nembar.server.authzen.EvaluationService.Action;
import nembar.server.authzen.EvaluationService.Entity;
import nembar.server.http.OneOf;
import nembar.server.records.RecordLookups;
import org.springframework.stereotype.Service;

/**
 * Gives what a subject may do as a filter, by which an application cuts a query of its own: as SQL
 * for PostgreSQL, and as a condition in CQL2 JSON where that can say it.
 */
@Service
class FilterService {
    private static final Pattern ALIAS = Pattern.compile("[a-z_][a-z0-9_]{0,30}");

    private final Subjects subjects;
    private final RecordLookups lookups;

    FilterService(Subjects subjects, RecordLookups lookups) {
        this.subjects = subjects;
        this.lookups = lookups;
    }

    /**
     * How the SQL is written.
     *
     * @param alias of the record type's table in the application's query; {@code t} when left out
     * @param placeholders {@code question} marks, when left out, or {@code numbered}: $1, $2 ...
     */
    record FilterOptions(
            String alias, @OneOf(words = {"question", "numbered"}) String placeholders) {}

    /** Which filter is asked for. */
    record FilterAsked(
            Entity subject,
            Action action,
            Entity resource,
            Map<String, Object> context,
            FilterOptions options) {}

    /**
     * What stands for a placeholder.
     *
     * @param type as PostgreSQL calls it
     * @param value a text, a number, or a list of texts
     */
    record FilterParameter(
            @OneOf(words = {"text", "text[]", "integer", "numeric", "date", "timestamptz"})
                    String type,
            Object value) {}

    /**
     * A filter as SQL.
     *
     * @param table the record type's table, which the alias stands for
     * @param join to stand behind the table; empty where nothing is joined
     * @param where to stand in the condition, with whatever else the query asks for
     * @param parameters in the order of the placeholders, those of the join first
     */
    record FilterSql(String table, String join, String where, List<FilterParameter> parameters) {}

    /**
     * A filter.
     *
     * @param all whether it is every record
     * @param none whether it is no record
     * @param cql2 a condition on the record's own fields, by their keys; left out where it looks at
     *     other records
     */
    record Filter(boolean all, boolean none, FilterSql sql, Optional<Object> cql2) {}

    Filter filter(FilterAsked asked) {
        EvaluationService.requireAsked(asked.subject(), asked.action(), asked.resource());
        String alias = alias(asked.options());
        boolean numbered = numbered(asked.options());
        String of = asked.resource().type();
        Moment moment = subjects.moment(of, asked.context(), subjects.scope());
        RecordType type = moment.model().catalogue().recordType(of).orElseThrow();
        Operation operation = EvaluationService.operation(type, asked.action().name());
        RecordSet records =
                subjects.who(moment, asked.subject())
                        .map(who -> new PersonAccess(moment.model(), who).records(type, operation))
                        .orElse(RecordSet.NOTHING);
        Lookups known = lookups.of(moment.model().application().key());
        TableScan scan = new TableScan(type, alias, known);
        SqlText where = scan.where(records);
        SqlText join = scan.joined();
        List<Object> parameters = new ArrayList<>(join.parameters());
        parameters.addAll(where.parameters());
        return new Filter(
                records.equals(RecordSet.EVERYTHING),
                records.equals(RecordSet.NOTHING),
                new FilterSql(
                        type.table().text(),
                        numbered ? join.numbered(1) : join.sql(),
                        numbered ? where.numbered(1 + join.parameters().size()) : where.sql(),
                        parameters.stream().map(FilterService::parameter).toList()),
                RecordFilter.of(records, type, known).map(Condition::of).map(Condition::json));
    }

    private static String alias(FilterOptions options) {
        String alias = options == null || options.alias() == null ? "t" : options.alias();
        EvaluationService.require(
                ALIAS.matcher(alias).matches(),
                "options.alias",
                "An alias is a word of small letters, digits and underscores.");
        return alias;
    }

    private static boolean numbered(FilterOptions options) {
        String said = options == null ? null : options.placeholders();
        EvaluationService.require(
                said == null || said.equals("question") || said.equals("numbered"),
                "options.placeholders",
                "Placeholders are `question` or `numbered`.");
        return "numbered".equals(said);
    }

    private static FilterParameter parameter(Object value) {
        if (value instanceof String[] texts) {
            return new FilterParameter("text[]", Arrays.asList(texts));
        }
        if (value instanceof Integer || value instanceof Long) {
            return new FilterParameter("integer", value);
        }
        if (value instanceof LocalDate || value instanceof OffsetDateTime) {
            return new FilterParameter(
                    value instanceof LocalDate ? "date" : "timestamptz", value.toString());
        }
        return new FilterParameter(value instanceof Number ? "numeric" : "text", value);
    }
}
