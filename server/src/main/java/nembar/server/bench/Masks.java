package nembar.server.bench;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.design.MaskStyle;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.records.Records;
import org.springframework.stereotype.Component;

/** What masks leave to see of the values that there are (docs/access-model.md, section 3). */
@Component
class Masks {
    private static final int VALUES_SHOWN = 3;

    /** Stand for values that whoever designs may not know. */
    private static final Map<FieldType, List<String>> MADE_UP =
            Map.of(
                    FieldType.DATE, List.of("1987-04-21", "2002-11-03"),
                    FieldType.TIMESTAMP, List.of("2026-03-03T14:05:00Z"),
                    FieldType.WHOLE_NUMBER, List.of("347", "12480"),
                    FieldType.DECIMAL, List.of("347.5", "12480.25"),
                    FieldType.MONEY, List.of("347.50", "12480.00"),
                    FieldType.PERSON, List.of("ada.lind"),
                    FieldType.YES_NO, List.of("true"));

    private static final List<String> TEXTS = List.of("Ada Lind", "ada.lind@firm.example");

    private final Models models;
    private final Records records;
    private final Governance governance;

    Masks(Models models, Records records, Governance governance) {
        this.models = models;
        this.records = records;
        this.governance = governance;
    }

    /**
     * What one style leaves to see.
     *
     * @param style as a design document has it
     * @param suits whether values of the field have what it leaves; else it is refused
     * @param seen of each value, in the order of these
     */
    record MaskShown(String style, boolean suits, List<String> seen) {}

    /**
     * @param made whether the values are made up, since whoever asks may not know the real ones
     */
    record MasksShown(List<String> values, boolean made, List<MaskShown> styles) {}

    MasksShown of(Person me, String application, String recordType, String key) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        RecordType type =
                model.catalogue()
                        .recordType(recordType)
                        .orElseThrow(
                                () -> new NotFound("recordType", "There is no such record type."));
        Field field =
                type.field(key).orElseThrow(() -> new NotFound("field", "There is no such field."));
        List<String> real =
                governance.mayKnowValues(me, model, type, key)
                        ? records.values(application, type, key, "", VALUES_SHOWN)
                        : List.of();
        List<String> values = real.isEmpty() ? MADE_UP.getOrDefault(field.type(), TEXTS) : real;
        return new MasksShown(
                values,
                real.isEmpty(),
                Arrays.stream(MaskStyle.values())
                        .map(
                                style ->
                                        new MaskShown(
                                                Words.of(style),
                                                style.suits(field.type()),
                                                values.stream().map(style::mask).toList()))
                        .toList());
    }
}
