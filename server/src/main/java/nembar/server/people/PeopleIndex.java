package nembar.server.people;

import java.text.Normalizer;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Wording;

/** What people are searched and sorted by, worked out once for each directory. */
final class PeopleIndex {
    private final Directory directory;
    private final Map<String, Entry> entries = new HashMap<>();
    private final List<Person> byName;

    /**
     * @param unitOrAccount names of an external's accounts, of the unit of anybody else
     * @param text everything a search looks at, plain
     */
    record Entry(String unitOrAccount, String accountName, String text) {}

    PeopleIndex(Directory directory) {
        this.directory = directory;
        Map<String, String> names = new HashMap<>();
        for (Person person : directory.people()) {
            String accountName = Wording.and(directory.accountNames(person));
            String unit = directory.unitName(person);
            String unitOrAccount = person.external() ? accountName : unit;
            String name = plain(person.name());
            entries.put(
                    person.key(),
                    new Entry(
                            unitOrAccount,
                            accountName,
                            name + " " + plain(person.email() + " " + unit + " " + accountName)));
            names.put(person.key(), plain(person.familyName() + " " + person.givenName()).strip());
        }
        byName =
                directory.people().stream()
                        .sorted(Comparator.comparing(one -> names.get(one.key())))
                        .toList();
    }

    /** Everybody by family name, then given name, whatever their accents. */
    List<Person> byName() {
        return byName;
    }

    boolean of(Directory other) {
        return directory == other;
    }

    Entry entry(Person person) {
        return entries.get(person.key());
    }

    /** Small letters without accents, so that "muller" finds "Müller". */
    static String plain(String text) {
        String small = text.toLowerCase(Locale.ROOT);
        return Normalizer.isNormalized(small, Normalizer.Form.NFD)
                ? small
                : Normalizer.normalize(small, Normalizer.Form.NFD).replaceAll("\\p{M}", "");
    }
}
