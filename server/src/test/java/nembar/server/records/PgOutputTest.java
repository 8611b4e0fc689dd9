package nembar.server.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import nembar.core.catalogue.TableName;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Messages of pgoutput as its manual describes them. */
class PgOutputTest {
    private static final int LOT = 16_401;

    private final PgOutput output = new PgOutput();
    private final List<String> told = new ArrayList<>();
    private final PgOutput.Written written =
            new PgOutput.Written() {
                @Override
                public void row(TableName table, Map<String, String> values) {
                    told.add(table + " " + new TreeMap<>(values));
                }

                @Override
                public void emptied(TableName table) {
                    told.add(table + " emptied");
                }
            };

    private interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    private void read(char kind, Writing rest) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        out.writeByte(kind);
        rest.to(out);
        output.read(bytes.toByteArray(), written);
    }

    private static void text(DataOutputStream out, String text) throws IOException {
        out.write(text.getBytes(StandardCharsets.UTF_8));
        out.writeByte(0);
    }

    /** A row; null stands for null, an empty text for a value that is not told. */
    private static void row(DataOutputStream out, char kind, String... values) throws IOException {
        out.writeByte(kind);
        out.writeShort(values.length);
        for (String value : values) {
            if (value == null || value.isEmpty()) {
                out.writeByte(value == null ? 'n' : 'u');
            } else {
                byte[] bytes = value.getBytes(StandardCharsets.UTF_8);
                out.writeByte('t');
                out.writeInt(bytes.length);
                out.write(bytes);
            }
        }
    }

    @BeforeEach
    void describe() throws IOException {
        read(
                'R',
                out -> {
                    out.writeInt(LOT);
                    text(out, "towline");
                    text(out, "cargo_lot");
                    out.writeByte('d');
                    out.writeShort(3);
                    for (String column : List.of("number", "clerk", "weiß")) {
                        out.writeByte(column.equals("number") ? 1 : 0);
                        text(out, column);
                        out.writeInt(25);
                        out.writeInt(-1);
                    }
                });
    }

    @Test
    void aRowThatCameHasItsValues() throws IOException {
        read(
                'I',
                out -> {
                    out.writeInt(LOT);
                    row(out, 'N', "L-1", null, "größer");
                });
        assertThat(told).containsExactly("towline.cargo_lot {number=L-1, weiß=größer}");
    }

    @Test
    void aRowWhoseKeyWasAnotherIsToldTwice() throws IOException {
        read(
                'U',
                out -> {
                    out.writeInt(LOT);
                    row(out, 'K', "L-1", null, null);
                    row(out, 'N', "L-2", "ada", "");
                });
        read(
                'U',
                out -> {
                    out.writeInt(LOT);
                    row(out, 'N', "L-2", "bea", "");
                });
        assertThat(told)
                .containsExactly(
                        "towline.cargo_lot {number=L-1}",
                        "towline.cargo_lot {clerk=ada, number=L-2}",
                        "towline.cargo_lot {clerk=bea, number=L-2}");
    }

    @Test
    void whatGoesIsToldByItsKeyOrAllAtOnce() throws IOException {
        read(
                'D',
                out -> {
                    out.writeInt(LOT);
                    row(out, 'K', "L-1", null, null);
                });
        read(
                'T',
                out -> {
                    out.writeInt(1);
                    out.writeByte(0);
                    out.writeInt(LOT);
                });
        assertThat(told)
                .containsExactly("towline.cargo_lot {number=L-1}", "towline.cargo_lot emptied");
    }

    @Test
    void whatIsOfNoTableIsLeftAsideAndWhatIsUnknownIsNot() throws IOException {
        read('B', out -> out.writeLong(1));
        read('C', out -> out.writeLong(1));
        assertThat(told).isEmpty();
        assertThatThrownBy(() -> read('x', out -> {})).hasMessageContaining("unknown kind x");
        assertThatThrownBy(
                        () ->
                                read(
                                        'I',
                                        out -> {
                                            out.writeInt(7);
                                            row(out, 'N', "L-1");
                                        }))
                .hasMessageContaining("not described");
    }
}
