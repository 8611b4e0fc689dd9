package nembar.server.reports;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.answers.Holders;
import nembar.core.answers.Moment;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.words.Sentences;
import nembar.server.governance.Governance;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/** Segregation of duties: roles that nobody should hold together, and who does all the same. */
@Component
class RolesApart implements Report {
    private final Moments moments;
    private final Governance governance;

    RolesApart(Moments moments, Governance governance) {
        this.moments = moments;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "segregation-of-duties";
    }

    @Override
    public String title() {
        return "Segregation of duties";
    }

    @Override
    public String about() {
        return "Every two roles that nobody should hold together, how many hold each, and whoever holds"
                + " both.";
    }

    @Override
    public List<Slot> slots() {
        return List.of();
    }

    @Override
    public List<String> columns() {
        return List.of("Role", "Held by", "Other role", "It is held by", "Holds both", "By");
    }

    @Override
    public Table of(Person me, Asked asked) {
        Moment moment = moments.now(asked.application());
        AccessModel model = moment.model();
        Holders holders = new Holders(moment);
        Predicate<Person> visible = governance.mayView(me);
        List<List<String>> rows = new ArrayList<>();
        for (Role role : model.design().roles()) {
            for (String key : role.conflicts()) {
                Role other = model.design().role(key).orElseThrow();
                boolean said = other.conflicts().contains(role.key());
                if (said && role.key().compareTo(other.key()) > 0) {
                    continue;
                }
                rows.addAll(pair(model, holders, role, other, visible));
            }
        }
        return new Table(
                rows,
                rows.isEmpty() ? "No role says which others nobody should hold beside it." : "");
    }

    private static List<List<String>> pair(
            AccessModel model, Holders holders, Role one, Role other, Predicate<Person> visible) {
        List<Holders.Held> of = holders.ofRole(one.key());
        List<Holders.Held> ofOther = holders.ofRole(other.key());
        Set<String> both = people(of);
        both.retainAll(people(ofOther));
        List<String> pair =
                List.of(
                        one.name(),
                        String.valueOf(people(of).size()),
                        other.name(),
                        String.valueOf(people(ofOther).size()));
        List<List<String>> rows = new ArrayList<>();
        Sentences sentences = new Sentences(model);
        for (String key : both) {
            Person person = model.directory().person(key).orElseThrow();
            if (visible.test(person)) {
                List<String> row = new ArrayList<>(pair);
                row.add(person.name());
                row.add(
                        Stream.concat(of.stream(), ofOther.stream())
                                .filter(held -> held.persona().person().key().equals(key))
                                .map(held -> sentences.of(held.assignment()).orElseThrow().text())
                                .distinct()
                                .collect(Collectors.joining(" ")));
                rows.add(row);
            }
        }
        if (rows.isEmpty()) {
            List<String> row = new ArrayList<>(pair);
            row.add("nobody");
            row.add("");
            rows.add(row);
        }
        return rows;
    }

    private static Set<String> people(List<Holders.Held> held) {
        return held.stream()
                .map(one -> one.persona().person().key())
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
