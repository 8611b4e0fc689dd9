package nembar.core.sql;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.stream.Collectors;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Reach;
import nembar.core.lookup.Lookups;
import nembar.core.testing.Harbour;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/**
 * The SQL of each operator of a condition; that it agrees with the evaluator is judged against
 * PostgreSQL in the server's tests.
 */
class SqlConditionTest {
    @ParameterizedTest
    @CsvFileSource(
            resources = "conditions.csv",
            delimiter = '|',
            numLinesToSkip = 1,
            quoteCharacter = '`')
    void eachOperatorIsWrittenAsPostgreSqlMeansIt(String condition, String sql, String parameters) {
        Harbour harbour = new Harbour();
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, condition));
        PersonAccess access = harbour.access("ann");
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        SqlText text =
                new TableScan(trip, "t", Lookups.NONE)
                        .where(access.coverage(trip, Operation.VIEW).records());
        assertThat(text.sql()).isEqualTo(sql);
        assertThat(said(text)).isEqualTo(parameters == null ? "" : parameters);
    }

    private static String said(SqlText text) {
        return text.parameters().stream()
                .map(one -> one instanceof String[] some ? Arrays.toString(some) : "" + one)
                .collect(Collectors.joining(" "));
    }
}
