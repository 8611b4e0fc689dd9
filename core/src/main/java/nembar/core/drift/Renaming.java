package nembar.core.drift;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.schema.Fit;
import nembar.core.schema.TableColumn;

/** Which new column has what one had that is gone: by its type, what it holds, and its name. */
final class Renaming {
    private static final int NAMED_ALIKE = 2;
    private static final int HOLDS_ALIKE = 3;

    private Renaming() {}

    /**
     * The one column that fits best; none where two fit alike, or nothing but the type does among
     * several.
     *
     * @param fresh columns that no field has
     */
    static Optional<TableColumn> of(Column gone, Field field, List<TableColumn> fresh) {
        return best(
                gone.name(),
                field,
                fresh.stream().filter(one -> Fit.fits(field.type(), gone.stored(), one)).toList());
    }

    private static Optional<TableColumn> best(String gone, Field field, List<TableColumn> fitting) {
        int best = fitting.stream().mapToInt(one -> score(gone, field, one)).max().orElse(0);
        List<TableColumn> first =
                fitting.stream().filter(one -> score(gone, field, one) == best).toList();
        boolean told = best > 0 && first.size() == 1;
        return told ? Optional.of(first.get(0)) : Optional.empty();
    }

    /**
     * The one column that may hold keys or names as one did that is gone.
     *
     * @param means what it held, in words; may be empty
     * @param others columns that are not used besides
     */
    static Optional<TableColumn> ofKey(String gone, String means, List<TableColumn> others) {
        Set<String> personal = means.contains("mail") ? Set.of("personal") : Set.of();
        Field held =
                new Field(
                        "gone",
                        means,
                        List.of(Column.plain(gone)),
                        FieldType.TEXT,
                        false,
                        personal,
                        Optional.empty(),
                        List.of());
        return best(gone, held, others.stream().filter(Renaming::keys).toList());
    }

    /** Whether keys may be in it. */
    private static boolean keys(TableColumn column) {
        return Stream.of(Column.Stored.PLAIN, Column.Stored.WHOLE, Column.Stored.UUID)
                .anyMatch(stored -> Fit.fits(FieldType.TEXT, stored, column));
    }

    private static int score(String gone, Field field, TableColumn now) {
        int score = 0;
        Set<String> words = words(gone);
        words.addAll(words(field.label()));
        if (words(now.name()).stream().anyMatch(words::contains)) {
            score += NAMED_ALIKE;
        }
        if (!field.choices().isEmpty()) {
            Set<String> held = new HashSet<>(now.sample());
            held.addAll(now.choices());
            if (!held.isEmpty() && field.choices().containsAll(held)) {
                score += HOLDS_ALIKE;
            } else if (!held.isEmpty()) {
                return 0;
            }
        }
        boolean mail = field.classifications().contains("personal");
        if (mail && now.sample().stream().anyMatch(one -> one.contains("@"))) {
            score += 1;
        }
        return score;
    }

    private static Set<String> words(String name) {
        Set<String> words =
                new HashSet<>(
                        Arrays.asList(name.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")));
        words.removeAll(Set.of("", "id", "key", "of", "the", "is"));
        return words;
    }
}
