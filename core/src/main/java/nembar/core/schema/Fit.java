package nembar.core.schema;

import nembar.core.catalogue.Column;
import nembar.core.catalogue.FieldType;

/** Whether a column still has what a field says of it. */
public final class Fit {
    private Fit() {}

    /** Whether values of the column can be read as a field of the type has them. */
    public static boolean fits(FieldType type, Column.Stored stored, TableColumn column) {
        return switch (stored) {
            case OTHER -> type.list() == column.base().startsWith("_");
            case LOCAL -> column.base().equals("timestamp");
            case WHOLE -> Fields.key(column).filter(is -> is == Column.Stored.WHOLE).isPresent();
            case UUID -> column.base().equals("uuid");
            case PLAIN -> plainly(type, column.base());
        };
    }

    private static boolean plainly(FieldType type, String base) {
        return switch (type) {
            case TEXT, CHOICE, REFERENCE, PERSON -> text(base);
            case WHOLE_NUMBER -> whole(base);
            case DECIMAL, MONEY ->
                    whole(base) || base.equals("numeric") || base.startsWith("float");
            case DATE -> base.equals("date");
            case TIMESTAMP -> base.equals("timestamptz");
            case YES_NO -> base.equals("bool");
            case CHOICES, TEXTS -> base.equals("_text");
        };
    }

    private static boolean text(String base) {
        return switch (base) {
            case "text", "varchar", "name", "citext", "bpchar" -> true;
            default -> false;
        };
    }

    private static boolean whole(String base) {
        return switch (base) {
            case "int2", "int4", "int8" -> true;
            default -> false;
        };
    }
}
