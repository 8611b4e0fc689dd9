package nembar.server.ask;

import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import nembar.core.catalogue.RecordType;

/** Numbers and names as the interface says them. */
final class Said {
    private static final char NARROW_SPACE = '\u202f';

    private Said() {}

    static String number(long number) {
        DecimalFormatSymbols symbols = DecimalFormatSymbols.getInstance(Locale.ENGLISH);
        symbols.setGroupingSeparator(NARROW_SPACE);
        return new DecimalFormat("#,##0", symbols).format(number);
    }

    /** "1 cargo lot", "571 cargo lots", "no cargo lots". */
    static String records(long number, RecordType type) {
        String name = number == 1 ? type.singular() : type.plural();
        return (number == 0 ? "no" : number(number)) + " " + name.toLowerCase(Locale.ROOT);
    }

    static String counted(int number, String one, String many) {
        String[] words = {"No", "One", "Two", "Three", "Four", "Five", "Six", "Seven"};
        return (number < words.length ? words[number] : number(number))
                + " "
                + (number == 1 ? one : many);
    }
}
