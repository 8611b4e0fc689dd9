package nembar.core.schema;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NamesTest {

    @ParameterizedTest
    @CsvSource({
        "cargo_lots,Cargo lot,Cargo lots",
        "voyage,Voyage,Voyages",
        "WorkLogs,Work log,Work logs",
        "companies,Company,Companies",
        "boxes,Box,Boxes",
        "branches,Branch,Branches",
        "houses,House,Houses",
        "addresses,Address,Addresses",
        "statuses,Status,Statuses",
        "people,Person,People",
        "job_children,Job child,Job children",
        "equipment,Equipment,Equipment",
        "keys,Key,Keys",
        "bills_of_lading,Bill of lading,Bills of lading",
        "fitness_for_work,Fitness for work,Fitness for work",
        "Auftrag,Auftrag,Auftrags",
        "наряды,Наряды,Наряды",
        "HTTPRequests,Http request,Http requests"
    })
    void tablesAreNamedForOneAndForMany(String table, String one, String many) {
        assertThat(Names.singular(table)).isEqualTo(one);
        assertThat(Names.plural(table)).isEqualTo(many);
    }

    @ParameterizedTest
    @CsvSource({
        "customer_id,true,Customer",
        "customer_id,false,Customer id",
        "id,true,Id",
        "berthNo,true,Berth",
        "_x_,false,X"
    })
    void columnsAreNamedForWhatTheyHave(String column, boolean reference, String label) {
        assertThat(Names.label(column, reference)).isEqualTo(label);
    }

    @ParameterizedTest
    @ValueSource(strings = {"cargo lot", " Cargo lot ", "Cargo lot"})
    void whatIsSaidOfSomethingIsItsNameWhereItIsShort(String comment) {
        assertThat(Names.said(Optional.of(comment)))
                .hasValueSatisfying(name -> assertThat(name).isEqualToIgnoringCase("Cargo lot"))
                .hasValueSatisfying(name -> assertThat(name).startsWith("C"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "One row for each lot of cargo on a voyage",
                "Lots.",
                "<b>Lots</b>",
                "lots\nof it"
            })
    void aSentenceIsNoName(String comment) {
        assertThat(Names.said(Optional.of(comment))).isEmpty();
    }
}
