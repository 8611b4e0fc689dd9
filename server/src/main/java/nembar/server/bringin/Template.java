package nembar.server.bringin;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import nembar.core.arrival.ArrivalField;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** A file to begin with: its columns are all recognised. */
final class Template {
    static final List<String> HEADINGS =
            Arrays.stream(ArrivalField.values())
                    .filter(one -> one != ArrivalField.NAME)
                    .map(ArrivalField::label)
                    .toList();
    static final List<List<String>> ROWS =
            List.of(
                    List.of(
                            "nadia.frost@larkwater.example",
                            "Nadia",
                            "Frost",
                            "staff",
                            "",
                            "Sorrel Delta",
                            "maren.holt@larkwater.example",
                            "Delta Dispatch",
                            "Europe/London"));

    private Template() {}

    static byte[] workbook() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(bytes, "Nembar", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("People");
            for (int i = 0; i < HEADINGS.size(); i++) {
                sheet.value(0, i, HEADINGS.get(i));
                sheet.value(1, i, ROWS.get(0).get(i));
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return bytes.toByteArray();
    }
}
