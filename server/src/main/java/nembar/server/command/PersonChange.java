package nembar.server.command;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/** A person as they are and as they are to be. */
public record PersonChange(Person now, Person next) {
    private enum Verb {
        CHANGE("change", "changed"),
        MOVE("move", "moved"),
        SET("set", "set");

        private final String toDo;
        private final String done;

        Verb(String toDo, String done) {
            this.toDo = toDo;
            this.done = done;
        }
    }

    private record Clause(Verb verb, String rest) {}

    /** Names of the fields in which the two differ. */
    public List<String> fields() {
        return fields(now, next);
    }

    static List<String> fields(Person now, Person next) {
        List<String> fields = new ArrayList<>();
        add(fields, "kind", now.kind(), next.kind());
        add(fields, "email", now.email(), next.email());
        add(fields, "givenName", now.givenName(), next.givenName());
        add(fields, "familyName", now.familyName(), next.familyName());
        add(fields, "accounts", now.accounts(), next.accounts());
        add(fields, "unit", now.unit(), next.unit());
        add(fields, "manager", now.manager(), next.manager());
        add(fields, "timeZone", now.zone(), next.zone());
        add(fields, "attributes", now.attributes(), next.attributes());
        return fields;
    }

    private static void add(List<String> fields, String field, Object was, Object is) {
        if (!was.equals(is)) {
            fields.add(field);
        }
    }

    /** What was done, for the history: "moved them from Sorrel Delta to Night Desk". */
    public String done(Directory directory) {
        return Wording.and(
                clauses(directory).stream().map(one -> one.verb().done + one.rest()).toList());
    }

    /** What is to be done: "move them from Sorrel Delta to Night Desk". */
    public String toDo(Directory directory) {
        return Wording.and(
                clauses(directory).stream().map(one -> one.verb().toDo + one.rest()).toList());
    }

    private List<Clause> clauses(Directory directory) {
        return fields().stream().flatMap(field -> clauses(directory, field)).distinct().toList();
    }

    private Stream<Clause> clauses(Directory directory, String field) {
        return switch (field) {
            case "kind" -> change("the kind", Words.of(now.kind()), Words.of(next.kind()));
            case "email" -> change("the address", now.email(), next.email());
            case "accounts" ->
                    set(
                            "whom they work for",
                            Wording.and(
                                    next.accounts().stream()
                                            .map(key -> named(directory.accountNames(), key))
                                            .toList()));
            case "unit" ->
                    Stream.of(
                            new Clause(
                                    Verb.MOVE,
                                    " them from "
                                            + name(directory.unitNames(), now.unit())
                                            + " to "
                                            + name(directory.unitNames(), next.unit())));
            case "manager" ->
                    change(
                            "the manager",
                            name(directory.personNames(), now.manager()),
                            name(directory.personNames(), next.manager()));
            case "timeZone" -> set("the time zone", next.zone().getId());
            case "attributes" -> attributes(directory);
            default -> change("the name", now.name(), next.name());
        };
    }

    private static Stream<Clause> change(String what, String from, String to) {
        return Stream.of(new Clause(Verb.CHANGE, " " + what + " from " + from + " to " + to));
    }

    private static Stream<Clause> set(String what, String to) {
        return Stream.of(new Clause(Verb.SET, " " + what + " to " + to));
    }

    private static String name(Map<String, String> names, Optional<String> key) {
        return key.map(one -> named(names, one)).orElse("none");
    }

    private static String named(Map<String, String> names, String key) {
        return names.getOrDefault(key, key);
    }

    private Stream<Clause> attributes(Directory directory) {
        return directory.attributes().stream()
                .filter(one -> !value(now, one).equals(value(next, one)))
                .sorted(Comparator.comparing(Attribute::label))
                .flatMap(
                        one ->
                                set(
                                        one.label().toLowerCase(Locale.ROOT),
                                        value(next, one).map(String::valueOf).orElse("nothing")));
    }

    private static Optional<Object> value(Person person, Attribute attribute) {
        return Optional.ofNullable(person.attributes().get(attribute.key()));
    }
}
