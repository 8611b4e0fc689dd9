package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Draws;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import org.junit.jupiter.api.Test;

/** How far everybody reaches (docs/access-model.md, section 6). */
class MatrixTest {
    @Test
    void externalsComeFirstAndWhoReachesNothingIsLeftOut() {
        Harbour harbour = new Harbour();
        for (String who : List.of("ann", "fay")) {
            harbour.give(
                    to(who),
                    Bounds.NONE,
                    Optional.empty(),
                    Optional.empty(),
                    may("trip", "view", who.equals("ann") ? Reach.ALL : Reach.ACCOUNT));
        }
        Matrix matrix = new Matrix(new Moment(harbour.model(), NOW), "view");
        assertThat(matrix.rows())
                .extracting(row -> row.persona().person().key() + " " + row.cells().get(0).reach())
                .containsExactly("fay ACCOUNT", "ann ALL");
        assertThat(matrix.rows().get(0).cells()).hasSize(matrix.types().size());
        assertThat(new Matrix(new Moment(harbour.model(), NOW), "sail").rows()).isEmpty();
    }

    @Law(tries = 60)
    void everyCellIsWhatThePersonHas(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        Moment moment = new Moment(model, NOW);
        Matrix matrix = new Matrix(moment, "view");
        List<Matrix.Row> rows = matrix.rows();
        for (Persona persona : model.personas().all()) {
            Optional<Matrix.Row> row =
                    rows.stream().filter(one -> one.persona().equals(persona)).findFirst();
            for (int i = 0; i < matrix.types().size(); i++) {
                RecordType type = matrix.types().get(i);
                Coverage coverage = moment.access(persona).coverage(type, Operation.VIEW);
                boolean some = !coverage.records().equals(RecordSet.NOTHING);
                int at = i;
                assertThat(row.map(one -> one.cells().get(at).some()).orElse(false))
                        .isEqualTo(some);
                if (some) {
                    assertThat(row.orElseThrow().cells().get(i).reach())
                            .isEqualTo(coverage.widestReach());
                }
            }
        }
    }
}
