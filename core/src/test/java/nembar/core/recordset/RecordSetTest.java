package nembar.core.recordset;

import static nembar.core.recordset.RecordSet.EVERYTHING;
import static nembar.core.recordset.RecordSet.NOTHING;
import static nembar.core.recordset.RecordSet.allOf;
import static nembar.core.recordset.RecordSet.among;
import static nembar.core.recordset.RecordSet.anyOf;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

class RecordSetTest {
    private static final RecordSet ANNS =
            among("owner", new TreeSet<>(Set.of("ann")), "owner is Ann");
    private static final RecordSet REDS =
            among("account", new TreeSet<>(Set.of("red")), "account is Red");

    @Test
    void unionsAndIntersectionsSimplify() {
        assertThat(allOf(EVERYTHING, ANNS)).isEqualTo(ANNS);
        assertThat(allOf(ANNS, NOTHING)).isEqualTo(NOTHING);
        assertThat(allOf()).isEqualTo(EVERYTHING);
        assertThat(anyOf(NOTHING, ANNS)).isEqualTo(ANNS);
        assertThat(anyOf(ANNS, EVERYTHING)).isEqualTo(EVERYTHING);
        assertThat(anyOf()).isEqualTo(NOTHING);
        assertThat(anyOf(ANNS, ANNS)).isEqualTo(ANNS);
        assertThat(allOf(allOf(ANNS, REDS), ANNS)).isEqualTo(allOf(ANNS, REDS));
        assertThat(among("owner", new TreeSet<>(), "")).isEqualTo(NOTHING);
    }

    @Test
    void setsSayThemselvesInWords() {
        assertThat(allOf(ANNS, REDS).words()).isEqualTo("owner is Ann and account is Red");
        assertThat(allOf(EVERYTHING, anyOf(ANNS, allOf(REDS, ANNS))).words())
                .isEqualTo("owner is Ann or (account is Red and owner is Ann)");
        RecordType trip = new Harbour().catalogue().recordType("trip").orElseThrow();
        assertThat(RecordSet.parentIn(trip, "trip", REDS).words())
                .isEqualTo("it belongs to a trip whose account is Red");
    }

    @Test
    void aMissingValueIsInNoSet() {
        RecordType trip = new Harbour().catalogue().recordType("trip").orElseThrow();
        assertThat(ANNS.contains(Harbour.record("trip", "1"), trip, Relatives.NONE)).isFalse();
    }

    @Test
    void whatIsSeenToBeWithinAddsNothing() {
        RecordSet both = among("owner", new TreeSet<>(Set.of("ann", "ben")), "owner is Ann or Ben");
        assertThat(RecordSet.within(ANNS, both)).isTrue();
        assertThat(RecordSet.within(both, ANNS)).isFalse();
        assertThat(RecordSet.within(allOf(ANNS, REDS), REDS)).isTrue();
        assertThat(RecordSet.within(ANNS, anyOf(REDS, both))).isTrue();
        assertThat(RecordSet.within(anyOf(ANNS, REDS), ANNS)).isFalse();
        assertThat(RecordSet.within(anyOf(ANNS, allOf(ANNS, REDS)), both)).isTrue();
        assertThat(RecordSet.within(RecordSet.less(both, REDS), both)).isTrue();
        assertThat(RecordSet.within(ANNS, RecordSet.less(both, REDS))).isFalse();
        assertThat(RecordSet.less(ANNS, both)).isEqualTo(NOTHING);
        RecordType load = new Harbour().catalogue().recordType("load").orElseThrow();
        assertThat(
                        RecordSet.within(
                                RecordSet.parentIn(load, "trip", ANNS),
                                RecordSet.parentIn(load, "trip", both)))
                .isTrue();
        assertThat(RecordSet.within(RecordSet.parentIn(load, "trip", ANNS), both)).isFalse();
    }
}
