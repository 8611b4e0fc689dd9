package nembar.demo;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Predicate;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;

/** Whom and what the generator picks from: people by unit, accounts by tag, and chance. */
final class Cast {
    private final Directory directory;
    private final Random random;
    private final Map<String, List<String>> staffByUnit = new HashMap<>();
    private final Map<String, List<String>> accountsByTag = new HashMap<>();

    Cast(Directory directory, Random random) {
        this.directory = directory;
        this.random = random;
    }

    String goodsOf(String account) {
        if (ofTag(account, "grain")) {
            return any(List.of("barley", "wheat"));
        }
        if (ofTag(account, "ore")) {
            return any(List.of("iron ore", "copper ore"));
        }
        if (ofTag(account, "fuel")) {
            return "fuel oil";
        }
        return ofTag(account, "timber") ? "sawn timber" : "fertiliser";
    }

    List<String> staffOf(String unit) {
        return staffByUnit.computeIfAbsent(
                unit,
                key ->
                        peopleWho(
                                person ->
                                        !person.external()
                                                && person.unit().filter(key::equals).isPresent()));
    }

    List<String> peopleWho(Predicate<Person> wanted) {
        return directory.people().stream().filter(wanted).map(Person::key).toList();
    }

    List<String> accountsTagged(String tag) {
        return accountsByTag.computeIfAbsent(
                tag,
                any ->
                        directory.accounts().stream()
                                .map(Account::key)
                                .filter(key -> ofTag(key, tag))
                                .toList());
    }

    boolean ofTag(Person person, String tag) {
        return person.accounts().stream().anyMatch(account -> ofTag(account, tag));
    }

    boolean ofTag(String account, String tag) {
        return directory.account(account).filter(one -> one.tags().contains(tag)).isPresent();
    }

    String name(String account) {
        return directory.account(account).map(Account::name).orElse(account);
    }

    <T> T any(List<T> of) {
        return of.isEmpty() ? null : of.get(random.nextInt(of.size()));
    }
}
