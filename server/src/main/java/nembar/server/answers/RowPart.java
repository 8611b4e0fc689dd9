package nembar.server.answers;

import com.fasterxml.jackson.annotation.JsonInclude;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import nembar.core.condition.ConditionRow;
import nembar.core.condition.ConditionRow.Kind;
import nembar.core.condition.ConditionRow.Term;
import nembar.core.text.Words;
import nembar.server.http.BadRequest;

/**
 * A row of a condition as requests and answers have it ({@link ConditionRow}).
 *
 * @param left what is compared; left out for groups, text and has
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record RowPart(
        Boolean not,
        @NotNull String is,
        TermPart left,
        List<TermPart> values,
        List<RowPart> rows,
        String text) {

    /**
     * A value in a row.
     *
     * @param kind name, text, number, yesNo, date, timestamp, today or now
     */
    public record TermPart(String kind, String value) {}

    static RowPart of(ConditionRow row) {
        return new RowPart(
                row.not(),
                row.is(),
                row.left().map(RowPart::term).orElse(null),
                row.values().stream().map(RowPart::term).toList(),
                row.rows().stream().map(RowPart::of).toList(),
                row.text());
    }

    private static TermPart term(Term term) {
        return new TermPart(Words.of(term.kind()), term.value());
    }

    ConditionRow row() {
        return new ConditionRow(
                Boolean.TRUE.equals(not),
                is,
                Optional.ofNullable(left).map(RowPart::term),
                given(values).stream().map(RowPart::term).toList(),
                given(rows).stream().map(RowPart::row).toList(),
                text);
    }

    private static <T> List<T> given(List<T> list) {
        if (list == null) {
            return List.of();
        }
        if (list.stream().anyMatch(java.util.Objects::isNull)) {
            throw new BadRequest("rows", "A row or value is missing.");
        }
        return list;
    }

    private static Term term(TermPart part) {
        Kind kind =
                Words.find(Kind.values(), part.kind())
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "rows",
                                                "A value is a name, text, number, yesNo, date,"
                                                        + " timestamp, today or now."));
        return new Term(kind, part.value());
    }
}
